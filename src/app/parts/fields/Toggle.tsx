import { Switch } from 'antd';
import { useId } from 'react';

/** A switch with its words, both of which turn it. */
export function Toggle({ label, on, onChange }: { label: string; on: boolean; onChange(on: boolean): void }) {
  const id = useId();
  return (
    <div className="switch">
      <Switch id={id} size="small" checked={on} onChange={onChange} />
      <label htmlFor={id}>{label}</label>
    </div>
  );
}
