import { InputNumber, type InputNumberProps } from 'antd';
import { useState } from 'react';

type Props = Omit<InputNumberProps<number>, 'onChange' | 'onBlur' | 'onPressEnter' | 'value'> & {
  readonly value: number | null;
  /** Called once a number is entered, not at each key: one entry is one step to undo. Null when it was emptied. */
  onEnter(value: number | null): void;
};

/** A plain number that is taken when it is left or Enter is pressed. */
export function NumberField({ value, onEnter, ...rest }: Props) {
  const [typed, setTyped] = useState<number | null | undefined>(undefined);
  const enter = () => {
    if (typed !== undefined && typed !== value) onEnter(typed);
    setTyped(undefined);
  };
  return (
    <InputNumber<number>
      {...rest}
      value={typed === undefined ? value : typed}
      onChange={setTyped}
      onBlur={enter}
      onPressEnter={enter}
    />
  );
}
