import { Button } from 'antd';

interface Props {
  readonly label: string;
  readonly taken: boolean;
  /** What speaks against it here. */
  readonly against: readonly string[];
  onTake(): void;
}

/** A way of doing a thing, to be taken, and what speaks against it here. */
export function WayCell({ label, taken, against, onTake }: Props) {
  return (
    <>
      <Button type="link" size="small" className="way" aria-pressed={taken} onClick={onTake}>
        {label}
      </Button>
      {against.length > 0 && <span className="against">! {against.join('; ')}</span>}
    </>
  );
}
