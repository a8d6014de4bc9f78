import { Select } from 'antd';
import { useId } from 'react';

/** One of a few words, under its label. */
export function ChoiceField<T extends string>({
  label,
  value,
  options,
  onChange,
}: {
  label: string;
  value: T | null;
  options: Readonly<Record<string, string>>;
  onChange(value: T): void;
}) {
  const id = useId();
  return (
    <div className="field">
      <label htmlFor={id}>{label}</label>
      <Select
        id={id}
        value={value}
        popupMatchSelectWidth={false}
        options={Object.entries(options).map(([key, words]) => ({ value: key as T, label: words }))}
        onChange={onChange}
      />
    </div>
  );
}
