import type { RefObject } from 'react';

/** The browser's file choice, opened by a click on `input`; the same file can be chosen twice running. */
export function FilePick({
  input,
  label,
  accept,
  several = false,
  onPick,
}: {
  input: RefObject<HTMLInputElement | null>;
  label: string;
  accept?: string;
  several?: boolean;
  onPick(first: File, all: readonly File[]): void;
}) {
  return (
    <input
      ref={input}
      type="file"
      multiple={several}
      style={{ display: 'none' }} // a form's own styles would show one that is only hidden
      accept={accept}
      aria-label={label}
      onChange={({ target }) => {
        const picked = [...(target.files ?? [])];
        target.value = '';
        if (picked[0]) onPick(picked[0], picked);
      }}
    />
  );
}
