import { Select } from 'antd';
import type { Filled } from '../../../../core/ranks/fill.ts';
import type { LaidRow } from '../../../../core/ranks/patterns.ts';
import { SpeciesMark } from '../../../parts/SpeciesMark.tsx';
import { formatLength, inUnits } from '../../../../core/units/quantities.ts';
import { stockOf } from '../../../../core/species/stock.ts';
import { capital } from '../../../../core/units/text.ts';
import { useShown } from '../../../store/derived.ts';

/** The rows that a pattern lays here: what each plant is wanted for, what fills it, and the next best one touch away. */
export function RowsLaid({ rows, onPick }: { rows: readonly LaidRow[]; onPick(key: string, species: string): void }) {
  const { units } = useShown();
  return (
    <ol className="rows-list laid-rows" aria-label="Rows that it lays">
      {rows.map(({ row, stock, filled, standards }) => (
        <li key={row.name}>
          <strong>{row.name}</strong>, {formatLength(row.spacing, units, { decimals: 2 })} apart
          {row.rowGap > 0 ? `, ${formatLength(row.rowGap, units, { decimals: 2 })} from the row before` : ''};{' '}
          {inUnits(stockOf(stock).name, units)}.
          {filled.some(({ species }) => species) || <em> Nothing fills it here: it is left out.</em>}
          <ul className="wishes">
            {filled.map((one) => (
              <Wish key={one.key} wish={one} onPick={onPick} />
            ))}
            {standards && <Wish wish={standards} onPick={onPick} />}
          </ul>
        </li>
      ))}
    </ol>
  );
}

function Wish({
  wish: { key, label, share, species, best, relax },
  onPick,
}: {
  wish: Filled;
  onPick(key: string, species: string): void;
}) {
  if (!species && best.length === 0)
    return (
      <li className="is-unfilled">
        No {label} is known for this place{relax ? `: ${relax}` : ''}.
      </li>
    );
  const taken = best.find((fit) => fit.species === species);
  return (
    <li>
      <span className="share">{share} ×</span>
      <Select
        size="small"
        aria-label={`${capital(label)}, ${key}`}
        value={species?.id}
        placeholder="left out"
        popupMatchSelectWidth={360}
        options={best.map((fit) => ({ value: fit.species.id, label: fit.species.common, fit }))}
        optionRender={({ data }) => (
          <span className="wish-option">
            <SpeciesMark species={data.fit.species} /> <strong>{data.fit.species.common}</strong>{' '}
            <em>{data.fit.species.botanical}</em>
            <small>{why(data.fit)}</small>
          </span>
        )}
        onChange={(picked) => onPick(key, picked)}
      />
      <span className="soft fine">
        {taken?.standsFor ? '' : `${label}; `}
        {taken ? why(taken) : species ? 'your own pick' : 'left out: no more of this place would stand here'}
      </span>
    </li>
  );
}

/** Why a species is offered, in words: what speaks for it here, and what to mind. That it is hardy holds for all of them. */
const why = ({ standing, standsFor, inFavour, cares }: Filled['best'][number]): string =>
  [
    ...(standsFor ? [`in place of a ${standsFor}`] : []),
    ...(standing === 'unknown'
      ? ['native range not known']
      : standing === 'introduced'
        ? ['not native here, nor known as a pest']
        : []),
    ...inFavour.filter((words) => !words.startsWith('hardy')),
    ...cares,
  ].join('; ');
