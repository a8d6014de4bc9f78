import { Select } from 'antd';
import { setException } from '../../../../core/holding/means-commands.ts';
import type { Exception, MeansOf } from '../../../../core/holding/means-schema.ts';
import type { Laid } from '../../../../core/ranks/laid.ts';
import { stockOf } from '../../../../core/species/stock.ts';
import { inUnits } from '../../../../core/units/quantities.ts';
import { useShown } from '../../../store/derived.ts';
import { capital } from '../../../../core/units/text.ts';
import { run } from '../../../store/session.ts';

interface Props {
  readonly laid: Laid;
  readonly of: MeansOf;
  readonly options: { value: string; label: string }[];
}

/** The rows, kinds and stock of a planting that do a means another way than the rest; a kind's own way goes before its row's. */
export function RowsThatDiffer({ laid: { planting, layout }, of, options }: Props) {
  const { exceptions } = planting.means[of];
  const { units } = useShown();
  const kinds = [...new Map(layout.stand.kinds.map((kind) => [kind.id, kind])).values()];
  const field = (what: Exception['for'], id: string, name: string) => (
    <div className="field" key={id}>
      <label htmlFor={`${of}-${id}`}>{name}</label>
      <Select
        id={`${of}-${id}`}
        value={exceptions.find((one) => one.for === what && one.of === id)?.method ?? ''}
        options={[{ value: '', label: 'as the planting' }, ...options]}
        onChange={(method) =>
          run(setException(planting.id, of, { for: what, of: id }, method || null, `${of} of ${name}`))
        }
      />
    </div>
  );
  return (
    <>
      <h3>Rows that differ</h3>
      {planting.rows.map((row) => field('row', row.id, row.name))}
      <details open={exceptions.some((one) => one.for === 'species')}>
        <summary>Kinds that differ</summary>
        {kinds.map(({ id, common }) => field('species', id, capital(common)))}
      </details>
      {layout.stand.stockIds.length > 1 && (
        <details open={exceptions.some((one) => one.for === 'stock')}>
          <summary>Stock that differs</summary>
          {layout.stand.stockIds.map((id) => field('stock', id, capital(inUnits(stockOf(id).name, units))))}
        </details>
      )}
    </>
  );
}
