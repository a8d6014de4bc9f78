import { Button, Table, type TableColumnType } from 'antd';

interface Way {
  readonly method: string;
  readonly label: string;
}

interface Props<W extends Way> {
  readonly ways: readonly W[];
  readonly taken: string;
  /** What speaks against a way here. */
  against(way: W): readonly string[];
  /** What else is told of each, after its name. */
  readonly columns: TableColumnType<W>[];
  onTake(method: string): void;
}

/** The ways of doing a thing side by side, each to be taken by its name. */
export function WaysTable<W extends Way>({ ways, taken, against, columns, onTake }: Props<W>) {
  const way: TableColumnType<W> = {
    title: 'Way',
    key: 'way',
    render: (_, one) => (
      <>
        <Button
          type="link"
          size="small"
          className="way"
          aria-pressed={one.method === taken}
          onClick={() => onTake(one.method)}
        >
          {one.label}
        </Button>
        {against(one).length > 0 && <span className="against">! {against(one).join('; ')}</span>}
      </>
    ),
  };
  return (
    <Table<W>
      rowKey="method"
      size="small"
      pagination={false}
      dataSource={ways}
      columns={[way, ...columns]}
      scroll={{ x: 550 }}
      rowClassName={({ method }) => (method === taken ? 'is-taken' : '')}
    />
  );
}
