import { AT20_WORDS, heightAt20 } from '../../../../core/years/at20.ts';
import { RATE_WORDS, type Species } from '../../../../core/holding/species-schema.ts';
import { formatRange, type UnitSystem } from '../../../../core/units/quantities.ts';
import { Button, Checkbox, Input, Modal, Select } from 'antd';
import { Fragment, useMemo, useState } from 'react';
import { Link } from 'react-router';
import { choose, type Ranked } from '../../../../core/counsel/choose.ts';
import { monthName } from '../../../../core/ground/local-rules.ts';
import { USES, type Use } from '../../../../core/holding/species-schema.ts';
import { isFoundBy } from '../../../../core/species/search.ts';
import { monthsAt, moreOf } from '../../../../core/species/more.ts';
import { SpeciesMark } from '../../../parts/SpeciesMark.tsx';
import { useSession } from '../../../store/session.ts';
import { workOut } from '../../../store/derived.ts';
import { SideBySide } from '../../../parts/Facts.tsx';

/** Species shown at once; the search finds the others. */
const MOST_SHOWN = 40;
const GLYPHS = { suits: '✓', 'with care': '!', 'does not suit': '✕' } as const;

interface Props {
  readonly planting: string;
  readonly row: string;
  onTake(species: string): void;
  onClose(): void;
}

/** Species ranked for one row's own spot, each with why; a few can be laid side by side. */
export function SpeciesPicker({ planting, row, onTake, onClose }: Props) {
  const holding = useSession((state) => state.holding!);
  const laid = workOut(holding).laid(planting)!;
  const [use, setUse] = useState<Use | null>(null);
  const [text, setText] = useState('');
  const [beside, setBeside] = useState<readonly string[]>([]);
  // A name is looked for among all of them, whatever they are planted for.
  const asked = text === '' ? use : null;
  const ranked = useMemo(() => choose(holding, laid, row, asked), [holding, laid, row, asked]);
  const found = ranked.filter(({ species }) => isFoundBy(species, text));
  const compared = ranked.filter(({ species }) => beside.includes(species.id));
  const take = (id: string) => {
    onTake(id);
    onClose();
  };
  return (
    <Modal open title="Choose a species for this row" footer={null} onCancel={onClose} width={860} style={{ top: 24 }}>
      <div className="picker-head">
        <Input
          autoFocus
          aria-label="Find a species"
          placeholder="a name"
          value={text}
          onChange={({ target }) => setText(target.value)}
        />
        <Link className="link" to={`/h/${holding.id}/species`}>
          Species book
        </Link>
        <Select<Use | 'any'>
          aria-label="Planted for"
          value={use ?? 'any'}
          onChange={(value) => setUse(value === 'any' ? null : value)}
          options={[{ value: 'any', label: 'for any use' }, ...USES.map((value) => ({ value, label: `for ${value}` }))]}
        />
      </div>
      {compared.length > 1 && (
        <Compared ranked={compared} latitude={holding.place.latitude} units={holding.units} onTake={take} />
      )}
      <ul className="rows-list picked" aria-label="Species, best for this row first">
        {found.slice(0, MOST_SHOWN).map(({ species, verdict, against, inFavour }) => (
          <li key={species.id} className={`is-${verdict.replaceAll(' ', '-')}`}>
            <div className="line">
              <span>
                <SpeciesMark species={species} /> <strong>{species.common}</strong>{' '}
                <em className="soft">{species.botanical}</em>{' '}
                <span className="verdict">
                  {GLYPHS[verdict]} {verdict}
                </span>
              </span>
              <span className="actions">
                <Checkbox
                  checked={beside.includes(species.id)}
                  disabled={beside.length >= 3 && !beside.includes(species.id)}
                  onChange={({ target }) =>
                    setBeside(target.checked ? [...beside, species.id] : beside.filter((id) => id !== species.id))
                  }
                >
                  beside
                </Checkbox>
                <Button size="small" onClick={() => take(species.id)} aria-label={`Take ${species.common}`}>
                  Take
                </Button>
              </span>
            </div>
            <p>{[...against, ...inFavour].join('; ') || 'nothing speaks for or against it here'}.</p>
          </li>
        ))}
      </ul>
      {found.length > MOST_SHOWN && (
        <p className="soft">and {found.length - MOST_SHOWN} more: type a part of the name.</p>
      )}
      {found.length === 0 && <p>No species is called that.</p>}
    </Modal>
  );
}

function Compared({
  ranked,
  latitude,
  units,
  onTake,
}: {
  ranked: readonly Ranked[];
  latitude: number;
  units: UnitSystem;
  onTake(id: string): void;
}) {
  const at20 = (species: Species) => {
    const { range, by } = heightAt20(species);
    return `${formatRange(range, units)}${AT20_WORDS[by]}`;
  };
  const months = (range: readonly [number, number] | undefined) => {
    if (!range) return 'not known';
    const [from, to] = monthsAt(range, latitude);
    return from === to ? monthName(from) : `${monthName(from)} to ${monthName(to)}`;
  };
  const lines: readonly (readonly [string, (one: Ranked) => string])[] = [
    ['Here', ({ verdict }) => verdict],
    [
      'Grows',
      ({ species: { height, width } }) => `${formatRange(height, units)} high, ${formatRange(width, units)} wide`,
    ],
    ['How fast', ({ species: { rate } }) => RATE_WORDS[rate]],
    ['Evergreen', ({ species: { evergreen } }) => (evergreen === null ? 'not known' : evergreen ? 'yes' : 'no')],
    ['Height at 20 years', ({ species }) => at20(species)],
    ['Roots', ({ species }) => moreOf(species).roots ?? 'not known'],
    ['Water near buildings', ({ species }) => moreOf(species).demand ?? 'not known'],
    [
      'Ground',
      ({ species: { moisture, ph } }) =>
        `${[...new Set(moisture)].join(' to ')}${ph ? `, pH ${ph.join(' to ')}` : ', pH not known'}`,
    ],
    ['Light', ({ species: { light } }) => [...new Set(light)].join(' to ')],
    ['Flowers', ({ species }) => months(moreOf(species).bloom)],
    ['Fruits', ({ species }) => months(moreOf(species).fruit)],
    ['Planted for', ({ species }) => moreOf(species).uses?.join(', ') ?? 'not known'],
    ['Against it', ({ against }) => against.join('; ') || 'nothing here'],
    ['Source', ({ species }) => species.source],
  ];
  return (
    <SideBySide
      heads={ranked.map(({ species }) => (
        <Fragment key={species.id}>
          {species.common}{' '}
          <button type="button" className="link" onClick={() => onTake(species.id)}>
            Take
          </button>
        </Fragment>
      ))}
      rows={lines.map(([label, say]) => ({ key: label, cells: [label, ...ranked.map(say)] }))}
    />
  );
}
