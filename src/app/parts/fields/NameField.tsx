import { Input } from 'antd';
import { useId } from 'react';

/** A name, kept when its field is left or Enter is pressed; an empty one is not taken. */
export function NameField({ value, onName }: { value: string; onName(name: string): void }) {
  const id = useId();
  return (
    <div className="field">
      <label htmlFor={id}>Name</label>
      <Input
        id={id}
        key={value}
        defaultValue={value}
        maxLength={80}
        onPressEnter={(event) => event.currentTarget.blur()}
        onBlur={({ target }) => {
          const name = target.value.trim();
          if (name && name !== value) onName(name);
        }}
      />
    </div>
  );
}
