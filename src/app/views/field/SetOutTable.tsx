import { Segmented, Select } from 'antd';
import type { KnownPoint } from '../../../core/field/known-points.ts';
import type { SetOut } from '../../../core/field/peg-sheet.ts';
import type { SetOutWay } from '../../../core/field/set-out.ts';
import { Facts } from '../../parts/Facts.tsx';

/** The pegs of bends and curves, and the choice of how they are measured. */
export function SetOutTable({
  setOut: { how, columns, lines },
  way,
  known,
  pair,
  onWay,
}: {
  setOut: SetOut;
  way: SetOutWay;
  known: readonly KnownPoint[];
  /** The two points from which arcs cross best; null when none do. */
  pair: readonly [KnownPoint, KnownPoint] | null;
  onWay(way: SetOutWay): void;
}) {
  const from = way.way === 'ties' ? way.from : null;
  const pick = (at: 0 | 1) => (id: string) => {
    const chosen = known.find((one) => one.id === id)!;
    onWay({ way: 'ties', from: at === 0 ? [chosen, from![1]] : [from![0], chosen] });
  };
  const options = known.map(({ id, label }) => ({ value: id, label }));
  const first = pair ?? (known.length > 1 ? ([known[0]!, known[1]!] as const) : null);
  return (
    <section aria-label="Bends and curves" className="set-out">
      <div className="line">
        <h2>Bends and curves</h2>
        <Segmented
          className="beside"
          size="small"
          aria-label="How bends and curves are pegged"
          value={way.way}
          disabled={!first}
          options={[
            { value: 'chord', label: 'Off a chord' },
            { value: 'ties', label: 'By two tapes' },
          ]}
          onChange={(chosen) => onWay(chosen === 'ties' && first ? { way: 'ties', from: first } : { way: 'chord' })}
        />
      </div>
      {from && (
        <div className="actions wrap beside">
          {([0, 1] as const).map((at) => (
            <Select
              key={at}
              size="small"
              aria-label={at === 0 ? 'First tape from' : 'Second tape from'}
              value={from[at].id}
              popupMatchSelectWidth={false}
              options={options.filter(({ value }) => value !== from[1 - at]!.id)}
              onChange={pick(at)}
            />
          ))}
          {!pair && (
            <span className="soft">
              No two known points see all pegs well: check each by its length along the line.
            </span>
          )}
        </div>
      )}
      {how.map((sentence) => (
        <p key={sentence}>{sentence}</p>
      ))}
      {lines.map(({ name, pegs }) => (
        <Facts
          key={name}
          className="figures-table"
          caption={name}
          heads={columns}
          rows={pegs.map((cells) => ({ key: cells[0]!, cells }))}
        />
      ))}
    </section>
  );
}
