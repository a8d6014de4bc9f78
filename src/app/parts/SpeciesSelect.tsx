import { RATE_WORDS } from '../../core/holding/species-schema.ts';
import { useBook, useShown } from '../store/derived.ts';
import { formatRange, type UnitSystem } from '../../core/units/quantities.ts';
import { Select } from 'antd';
import type { Species } from '../../core/holding/species-schema.ts';
import { searchText } from '../../core/species/search.ts';
import { SpeciesMark } from './SpeciesMark.tsx';

const known = (value: boolean | null | undefined, yes: string, no: string): string =>
  value == null ? 'not known' : value ? yes : no;

/** What the catalogue knows of a species, in a line; what it does not know, it says. */
export const speciesLine = (
  { height, width, rate, moisture, evergreen, toxicTo }: Species,
  units: UnitSystem,
): string =>
  `${formatRange(height, units)} high, ${formatRange(width, units)} wide; ${RATE_WORDS[rate]}; bears ${moisture[0]} to ${moisture[1]}; evergreen: ${known(evergreen, 'yes', 'no')}${toxicTo ? `; poisonous to ${toxicTo.join(' and ')}` : ''}`;

/** Picks a species by botanical or common name; empty while none is known. */
export function SpeciesSelect({
  value,
  label,
  onChange,
}: {
  value: string;
  label: string;
  onChange(species: string): void;
}) {
  const book = useBook();
  const { units } = useShown();
  return (
    <Select
      showSearch={{ filterOption: (typed, option) => String(option?.search).includes(typed.toLowerCase()) }}
      aria-label={label}
      value={value || null}
      placeholder="not known"
      className="species-select"
      popupMatchSelectWidth={300}
      options={(value === '' || book.all.some(({ id }) => id === value) ? book.all : [book.of(value), ...book.all]).map(
        (species) => ({
          value: species.id,
          label: species.common,
          search: searchText(species),
          species,
        }),
      )}
      optionRender={({ data }) => (
        <span className="species-option" title={speciesLine(data.species, units)}>
          <SpeciesMark species={data.species} /> {data.species.common} <em>{data.species.botanical}</em>
        </span>
      )}
      labelRender={() => (
        <span>
          <SpeciesMark species={book.of(value)} size={12} /> {book.of(value).common}
        </span>
      )}
      onChange={onChange}
    />
  );
}
