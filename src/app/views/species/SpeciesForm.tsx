import { Button, Input, Select } from 'antd';
import { useState } from 'react';
import {
  FORMS,
  LIGHTS,
  MOISTURES,
  SpeciesSchema,
  USES,
  type More,
  type Species,
} from '../../../core/holding/species-schema.ts';
import { monthName } from '../../../core/ground/local-rules.ts';
import { monthsAt, moreOf } from '../../../core/species/more.ts';
import { partners } from '../../../core/species/catalogue.ts';
import { setSpecies } from '../../../core/species/species-commands.ts';
import { stocks } from '../../../core/species/stock.ts';
import { ChoiceField } from '../../parts/ChoiceField.tsx';
import { LengthField } from '../../parts/LengthField.tsx';
import { NumberField } from '../../parts/NumberField.tsx';
import { Toggle } from '../../parts/Toggle.tsx';
import { useShown } from '../../store/derived.ts';
import { run } from '../../store/session.ts';

const same = (words: readonly string[]): Record<string, string> =>
  Object.fromEntries(words.map((word) => [word, word]));
const RATES = { slow: 'slow', medium: 'medium', fast: 'fast', veryFast: 'very fast' } as const;
const YES_NO = { yes: 'yes', no: 'no', unknown: 'not known' } as const;
const KINDS = same(SpeciesSchema.shape.kind.options);
const FORM_WORDS = same(FORMS);
const MONTHS = {
  none: 'not known',
  ...Object.fromEntries(Array.from({ length: 12 }, (_, i) => [String(i + 1), monthName(i + 1)])),
};
const STOCK_OPTIONS = stocks.map(({ id, name }) => ({ value: id, label: name }));

interface Props {
  readonly species: Species;
  readonly isNew: boolean;
  onDone(id: string): void;
  onLeave(): void;
}

/** One species record to be filled in or corrected; it is kept only when it does not contradict itself or another. */
export function SpeciesForm({ species, isNew, onDone, onLeave }: Props) {
  const { units, place } = useShown();
  const [draft, setDraft] = useState(species);
  const set = (changes: Partial<Species>) => setDraft({ ...draft, ...changes });
  const text = (key: 'botanical' | 'common' | 'family' | 'tag' | 'source', label: string, most: number) => (
    <div className="field">
      <label htmlFor={`species-${key}`}>{label}</label>
      <Input
        id={`species-${key}`}
        value={draft[key]}
        maxLength={most}
        disabled={!isNew && key === 'botanical'}
        onChange={({ target }) => set({ [key]: target.value })}
      />
    </div>
  );
  const size = (key: 'height' | 'width', label: string) => (
    <div className="pair">
      <LengthField
        label={`${label}, from`}
        units={units}
        least={0.05}
        most={120}
        value={draft[key][0]}
        onChange={(from) => set({ [key]: [from, draft[key][1]] })}
      />
      <LengthField
        label="to"
        units={units}
        least={0.05}
        most={120}
        value={draft[key][1]}
        onChange={(to) => set({ [key]: [draft[key][0], to] })}
      />
    </div>
  );
  const more = moreOf(draft);
  const noted = { ...more, ...draft.more };
  const note = (changes: Partial<More>) => set({ more: { ...noted, ...changes } });
  /** First and last month here; kept as they fall in the north. */
  const months = (key: 'bloom' | 'fruit', label: string) => {
    const here = noted[key] && monthsAt(noted[key], place.latitude);
    const change = (at: 0 | 1) => (month: string) => {
      if (month === 'none') {
        const { [key]: _, ...rest } = noted;
        return set({ more: rest });
      }
      const next: [number, number] = here ? [here[0], here[1]] : [Number(month), Number(month)];
      next[at] = Number(month);
      note({ [key]: monthsAt(next, place.latitude) });
    };
    return (
      <div className="pair">
        <ChoiceField
          label={`${label}, from`}
          value={here ? String(here[0]) : 'none'}
          options={MONTHS}
          onChange={change(0)}
        />
        <ChoiceField label="to" value={here ? String(here[1]) : 'none'} options={MONTHS} onChange={change(1)} />
      </div>
    );
  };
  const keep = () => {
    const id = isNew ? draft.botanical.trim().toLowerCase().replaceAll(' ', '-') : draft.id;
    if (run(setSpecies({ ...draft, id, botanical: draft.botanical.trim(), common: draft.common.trim() }))) onDone(id);
  };
  return (
    <div className="form">
      <h2>{isNew ? 'A species of your own' : `Correct ${species.common}`}</h2>
      {text('botanical', 'Botanical name', 60)}
      {text('common', 'Common name', 60)}
      <div className="pair">
        {text('family', 'Family', 40)}
        {text('tag', 'Tag, two letters', 2)}
      </div>
      <div className="pair">
        <ChoiceField label="Kind" value={draft.kind} options={KINDS} onChange={(kind) => set({ kind })} />
        <ChoiceField label="Form" value={draft.form} options={FORM_WORDS} onChange={(form) => set({ form })} />
      </div>
      {size('height', 'High')}
      {size('width', 'Wide')}
      <div className="pair">
        <ChoiceField label="How fast" value={draft.rate} options={RATES} onChange={(rate) => set({ rate })} />
        <ChoiceField
          label="Evergreen"
          value={draft.evergreen === null ? 'unknown' : draft.evergreen ? 'yes' : 'no'}
          options={YES_NO}
          onChange={(answer) => set({ evergreen: answer === 'unknown' ? null : answer === 'yes' })}
        />
      </div>
      <div className="pair">
        <ChoiceField
          label="Ground, from"
          value={draft.moisture[0]}
          options={same(MOISTURES)}
          onChange={(from) => set({ moisture: [from, draft.moisture[1]] })}
        />
        <ChoiceField
          label="to"
          value={draft.moisture[1]}
          options={same(MOISTURES)}
          onChange={(to) => set({ moisture: [draft.moisture[0], to] })}
        />
      </div>
      <div className="pair">
        <ChoiceField
          label="Light, from"
          value={draft.light[0]}
          options={same(LIGHTS)}
          onChange={(from) => set({ light: [from, draft.light[1]] })}
        />
        <ChoiceField
          label="to"
          value={draft.light[1]}
          options={same(LIGHTS)}
          onChange={(to) => set({ light: [draft.light[0], to] })}
        />
      </div>
      <div className="field">
        <label htmlFor="species-zone">Hardy to zone</label>
        <NumberField
          id="species-zone"
          min={1}
          max={13}
          precision={0}
          value={draft.zone}
          onEnter={(zone) => zone && set({ zone })}
        />
      </div>
      <Toggle label="Thorns" on={draft.thorns} onChange={(thorns) => set({ thorns })} />
      <Toggle label="Suckers" on={draft.suckers} onChange={(suckers) => set({ suckers })} />
      <div className="field">
        <label htmlFor="species-toxic">Poisonous to</label>
        <Select
          id="species-toxic"
          mode="multiple"
          value={draft.toxicTo ?? []}
          options={[
            { value: 'people', label: 'people' },
            { value: 'livestock', label: 'livestock' },
          ]}
          onChange={(toxicTo) => {
            const { toxicTo: _, ...rest } = draft;
            setDraft(toxicTo.length > 0 ? { ...rest, toxicTo } : rest);
          }}
        />
      </div>
      <ChoiceField
        label="To fruit it wants a partner of"
        value={draft.partner ?? 'none'}
        options={{ none: 'none, or not known', ...same(Object.keys(partners)) }}
        onChange={(partner: string) => {
          const { partner: _, ...rest } = draft;
          setDraft(partner === 'none' ? rest : { ...rest, partner });
        }}
      />
      <div className="field">
        <label htmlFor="species-uses">Planted for</label>
        <Select
          id="species-uses"
          mode="multiple"
          value={noted.uses ?? []}
          options={USES.map((value) => ({ value, label: value }))}
          onChange={(uses) => note({ uses })}
        />
      </div>
      {months('bloom', 'Flowers')}
      {months('fruit', 'Fruits')}
      <div className="field">
        <label htmlFor="species-stock">Usual stock</label>
        <Select
          id="species-stock"
          mode="multiple"
          value={draft.stock}
          options={STOCK_OPTIONS}
          onChange={(stock) => stock.length > 0 && set({ stock })}
        />
      </div>
      {text('source', 'Where this is known from', 200)}
      <div className="actions">
        <Button type="primary" onClick={keep}>
          Keep it
        </Button>
        <Button onClick={onLeave}>Leave it</Button>
      </div>
    </div>
  );
}
