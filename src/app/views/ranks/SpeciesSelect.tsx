import { Select } from 'antd';
import { allSpecies, speciesOf } from '../../../core/species/catalogue.ts';
import type { Species } from '../../../core/holding/species-schema.ts';
import { SpeciesMark } from '../../look/SpeciesMark.tsx';

const known = (value: boolean | null | undefined, yes: string, no: string): string =>
  value == null ? 'not known' : value ? yes : no;

/** What the catalogue knows of a species, in a line; what it does not know, it says. */
export const speciesLine = ({ height, width, rate, moisture, evergreen, toxicTo }: Species): string =>
  `${height[0]} to ${height[1]} m high, ${width[0]} to ${width[1]} m wide; ${rate === 'veryFast' ? 'very fast' : rate}; bears ${moisture[0]} to ${moisture[1]}; evergreen: ${known(evergreen, 'yes', 'no')}${toxicTo ? `; poisonous to ${toxicTo.join(' and ')}` : ''}`;

/** Picks a species by botanical or common name. */
export function SpeciesSelect({
  value,
  label,
  onChange,
}: {
  value: string;
  label: string;
  onChange(species: string): void;
}) {
  return (
    <Select
      showSearch={{ filterOption: (typed, option) => String(option?.search).includes(typed.toLowerCase()) }}
      aria-label={label}
      value={value}
      className="species-select"
      popupMatchSelectWidth={300}
      options={(allSpecies().some(({ id }) => id === value) ? allSpecies() : [speciesOf(value), ...allSpecies()]).map(
        (species) => ({
          value: species.id,
          label: species.common,
          search: `${species.common} ${species.botanical}`.toLowerCase(),
          species,
        }),
      )}
      optionRender={({ data }) => (
        <span className="species-option" title={speciesLine(data.species)}>
          <SpeciesMark species={data.species.id} /> {data.species.common} <em>{data.species.botanical}</em>
        </span>
      )}
      labelRender={() => (
        <span>
          <SpeciesMark species={value} size={12} /> {speciesOf(value).common}
        </span>
      )}
      onChange={onChange}
    />
  );
}
