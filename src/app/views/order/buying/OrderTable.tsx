import { Grid, Table, type TableColumnType } from 'antd';
import type { OrderRow } from '../../../../core/account/order-list.ts';
import { formatCount } from '../../../../core/units/quantities.ts';

interface Props {
  readonly rows: readonly OrderRow[];
  readonly cents: number;
  money(cents: number): string;
}

/** The order list with its sum; a narrow screen shows the columns it has room for. */
export function OrderTable({ rows, cents, money }: Props) {
  const screens = Grid.useBreakpoint();
  const all: (TableColumnType<OrderRow> | false)[] = [
    {
      title: 'Item',
      dataIndex: 'item',
      render: (item: string, { botanical }) => (
        <>
          <strong className="keep">{item}</strong> <em className="soft">{botanical}</em>
        </>
      ),
    },
    screens.sm === true && {
      title: 'Stock',
      dataIndex: 'stock',
      render: (stock: string) => <span title={stock}>{stock.split(', ')[0]}</span>,
    },
    {
      title: 'On plan',
      dataIndex: 'onPlan',
      align: 'right',
      render: (n: number) => (Number.isInteger(n) ? formatCount(n) : n.toFixed(1)),
    },
    screens.xxl === true && {
      title: 'Losses',
      dataIndex: 'losses',
      align: 'right',
      render: (n: number | null) => n ?? '',
    },
    { title: 'Wanted', dataIndex: 'order', align: 'right', render: (n: number) => formatCount(n) },
    rows.some(({ here }) => here > 0) && {
      title: 'In hand',
      dataIndex: 'here',
      align: 'right',
      render: (n: number) => (n > 0 ? formatCount(n) : ''),
    },
    rows.some(({ had }) => had > 0) && {
      title: 'Ordered or set',
      dataIndex: 'had',
      align: 'right',
      render: (n: number) => (n > 0 ? formatCount(n) : ''),
    },
    { title: 'To buy', dataIndex: 'toBuy', align: 'right', render: (n: number) => formatCount(n) },
    screens.sm === true && {
      title: 'Packs',
      dataIndex: 'packs',
      align: 'right',
    },
    { title: 'Cost', dataIndex: 'cents', align: 'right', render: money },
  ];
  const columns = all.filter((column) => column !== false);
  return (
    <Table<OrderRow>
      rowKey={(row) => `${row.item}|${row.stock}`}
      dataSource={rows}
      pagination={false}
      size="small"
      locale={{ emptyText: 'Nothing to order yet. Lay out a planting first.' }}
      columns={columns}
      summary={() => (
        <Table.Summary.Row>
          <Table.Summary.Cell index={0} colSpan={columns.length - 1}>
            <strong>Still to buy</strong>
          </Table.Summary.Cell>
          <Table.Summary.Cell index={1} align="right">
            <strong data-testid="order-total">{money(cents)}</strong>
          </Table.Summary.Cell>
        </Table.Summary.Row>
      )}
    />
  );
}
