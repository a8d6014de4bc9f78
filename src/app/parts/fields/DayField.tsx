import { DatePicker } from 'antd';
import dayjs from 'dayjs';
import { useId } from 'react';

/** A day of any year, kept as MM-DD; empty where it is not known. */
export function DayField({
  label,
  value,
  onChange,
}: {
  label: string;
  value: string | null;
  onChange(day: string | null): void;
}) {
  const id = useId();
  return (
    <div className="field">
      <label htmlFor={id}>{label}</label>
      <DatePicker
        id={id}
        format="D MMM"
        value={value ? dayjs(`2025-${value}`) : null}
        onChange={(day) => onChange(day ? day.format('MM-DD') : null)}
      />
    </div>
  );
}
