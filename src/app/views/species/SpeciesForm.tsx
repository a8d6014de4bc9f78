import { RATE_WORDS } from '../../../core/holding/species-schema.ts';
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
import { idOf } from '../../../core/species/contradictions.ts';
import { monthsAt, moreOf } from '../../../core/species/more.ts';
import { partners } from '../../../core/species/catalogue.ts';
import { setSpecies } from '../../../core/species/species-commands.ts';
import { stocks } from '../../../core/species/stock.ts';
import { inUnits } from '../../../core/units/quantities.ts';
import { ChoiceField } from '../../parts/fields/ChoiceField.tsx';
import { LengthField } from '../../parts/fields/LengthField.tsx';
import { NumberField } from '../../parts/fields/NumberField.tsx';
import { Toggle } from '../../parts/fields/Toggle.tsx';
import { useShown } from '../../store/derived.ts';
import { run } from '../../store/session.ts';

const same = (words: readonly string[]): Record<string, string> =>
  Object.fromEntries(words.map((word) => [word, word]));
const YES_NO = { yes: 'yes', no: 'no', unknown: 'not known' } as const;
const KINDS = same(SpeciesSchema.shape.kind.options);
const FORM_WORDS = same(FORMS);
const MONTHS = {
  none: 'not known',
  ...Object.fromEntries(Array.from({ length: 12 }, (_, i) => [String(i + 1), monthName(i + 1)])),
};

interface Props {
  readonly species: Species;
  readonly isNew: boolean;
  onDone(id: string): void;
  onLeave(): void;
}

/** One species record to be filled in or corrected; it is kept only when it does not contradict itself or another. */
export function SpeciesForm({ species, isNew, onDone, onLeave }: Props) {
  const [draft, setDraft] = useState(species);
  const set = (changes: Partial<Species>) => setDraft({ ...draft, ...changes });
  const field = { draft, set };
  const { units } = useShown();
  const noted = { ...moreOf(draft), ...draft.more };
  const note = (changes: Partial<More>) => set({ more: { ...noted, ...changes } });
  const keep = () => {
    const id = isNew ? idOf(draft.botanical.trim()) : draft.id;
    if (run(setSpecies({ ...draft, id, botanical: draft.botanical.trim(), common: draft.common.trim() }))) onDone(id);
  };
  return (
    <div className="form">
      <h2>{isNew ? 'A species of your own' : `Correct ${species.common}`}</h2>
      <TextField name="botanical" label="Botanical name" most={60} disabled={!isNew} {...field} />
      <TextField name="common" label="Common name" most={60} {...field} />
      <div className="pair">
        <TextField name="family" label="Family" most={40} {...field} />
        <TextField name="tag" label="Tag, two letters" most={2} {...field} />
      </div>
      <div className="pair">
        <ChoiceField label="Kind" value={draft.kind} options={KINDS} onChange={(kind) => set({ kind })} />
        <ChoiceField label="Form" value={draft.form} options={FORM_WORDS} onChange={(form) => set({ form })} />
      </div>
      <SizeFields name="height" label="High" {...field} />
      <SizeFields name="width" label="Wide" {...field} />
      <div className="pair">
        <ChoiceField label="How fast" value={draft.rate} options={RATE_WORDS} onChange={(rate) => set({ rate })} />
        <ChoiceField
          label="Evergreen"
          value={draft.evergreen === null ? 'unknown' : draft.evergreen ? 'yes' : 'no'}
          options={YES_NO}
          onChange={(answer) => set({ evergreen: answer === 'unknown' ? null : answer === 'yes' })}
        />
      </div>
      <RangeFields name="moisture" label="Ground" words={MOISTURES} {...field} />
      <RangeFields name="light" label="Light" words={LIGHTS} {...field} />
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
      <HarmAndPartner draft={draft} setDraft={setDraft} />
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
      <MonthFields name="bloom" label="Flowers" {...field} />
      <MonthFields name="fruit" label="Fruits" {...field} />
      <div className="field">
        <label htmlFor="species-stock">Usual stock</label>
        <Select
          id="species-stock"
          mode="multiple"
          value={draft.stock}
          options={stocks.map(({ id, name }) => ({ value: id, label: inUnits(name, units) }))}
          onChange={(stock) => stock.length > 0 && set({ stock })}
        />
      </div>
      <TextField name="source" label="Where this is known from" most={200} {...field} />
      <div className="actions">
        <Button type="primary" onClick={keep}>
          Keep it
        </Button>
        <Button onClick={onLeave}>Leave it</Button>
      </div>
    </div>
  );
}

interface Field {
  readonly draft: Species;
  set(changes: Partial<Species>): void;
}

function TextField({
  name,
  label,
  most,
  disabled = false,
  draft,
  set,
}: Field & {
  name: 'botanical' | 'common' | 'family' | 'tag' | 'source';
  label: string;
  most: number;
  disabled?: boolean;
}) {
  return (
    <div className="field">
      <label htmlFor={`species-${name}`}>{label}</label>
      <Input
        id={`species-${name}`}
        value={draft[name]}
        maxLength={most}
        disabled={disabled}
        onChange={({ target }) => set({ [name]: target.value })}
      />
    </div>
  );
}

function SizeFields({ name, label, draft, set }: Field & { name: 'height' | 'width'; label: string }) {
  const { units } = useShown();
  const [from, to] = draft[name];
  const limits = { units, least: 0.05, most: 120 };
  return (
    <div className="pair">
      <LengthField {...limits} label={`${label}, from`} value={from} onChange={(next) => set({ [name]: [next, to] })} />
      <LengthField {...limits} label="to" value={to} onChange={(next) => set({ [name]: [from, next] })} />
    </div>
  );
}

/** The first and last of an ordered set of words that the species bears. */
function RangeFields({
  name,
  label,
  words,
  draft,
  set,
}: Field & { name: 'moisture' | 'light'; label: string; words: readonly string[] }) {
  const [from, to] = draft[name];
  const options = same(words);
  return (
    <div className="pair">
      <ChoiceField
        label={`${label}, from`}
        value={from}
        options={options}
        onChange={(next) => set({ [name]: [next, to] })}
      />
      <ChoiceField label="to" value={to} options={options} onChange={(next) => set({ [name]: [from, next] })} />
    </div>
  );
}

/** First and last month here; kept as they fall in the north. */
function MonthFields({ name, label, draft, set }: Field & { name: 'bloom' | 'fruit'; label: string }) {
  const { place } = useShown();
  const noted = { ...moreOf(draft), ...draft.more };
  const here = noted[name] && monthsAt(noted[name], place.latitude);
  const change = (at: 0 | 1) => (month: string) => {
    if (month === 'none') {
      const { [name]: _, ...rest } = noted;
      return set({ more: rest });
    }
    const next: [number, number] = here ? [here[0], here[1]] : [Number(month), Number(month)];
    next[at] = Number(month);
    set({ more: { ...noted, [name]: monthsAt(next, place.latitude) } });
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
}

function HarmAndPartner({ draft, setDraft }: { draft: Species; setDraft(species: Species): void }) {
  return (
    <>
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
    </>
  );
}
