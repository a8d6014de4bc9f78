import { Button, Dropdown, Select } from 'antd';
import { AIM_KINDS, aimKinds, aimPieces, aimSentence, newAim, placesFor } from '../../../../core/ground/aims.ts';
import { nameOf } from '../../../../core/ground/features.ts';
import { removeAim, setAim } from '../../../../core/holding/ground-commands.ts';
import type { Aim, AimKind } from '../../../../core/holding/ground-schema.ts';
import { LengthField } from '../../../parts/fields/LengthField.tsx';
import { NumberField } from '../../../parts/fields/NumberField.tsx';
import { useShown } from '../../../store/derived.ts';
import { newId } from '../../../store/ids.ts';
import { attempt, run } from '../../../store/session.ts';
import { FeaturesPanel } from '../features/FeaturesPanel.tsx';

/** What is wanted, each a sentence that the steward fills in; measurable, and tied to places on the plan. */
export function AimsPanel() {
  const holding = useShown();
  const add = (kind: AimKind) =>
    attempt(() => run(setAim(newAim(kind, newId(), holding.features), `aim: ${aimKinds[kind].label.toLowerCase()}`)));
  return (
    <>
      <p>Say what the planting is for, so that it can be measured. Each aim is a sentence: fill in its blanks.</p>
      <Dropdown
        trigger={['click']}
        menu={{
          items: AIM_KINDS.map((kind) => ({ key: kind, label: aimKinds[kind].label })),
          onClick: ({ key }) => add(key as AimKind),
        }}
      >
        <Button size="small" type={holding.aims.length === 0 ? 'primary' : 'default'}>
          + Aim
        </Button>
      </Dropdown>
      <ol className="aims">
        {holding.aims.map((aim) => (
          <li key={aim.id} aria-label={aimSentence(aim, holding)}>
            {aimPieces(aim.kind).map((piece, i) =>
              'text' in piece ? (
                <span key={i}>{piece.text}</span>
              ) : (
                <Blank key={piece.field} aim={aim} field={piece.field} />
              ),
            )}
            <button
              type="button"
              className="link"
              aria-label={`Take out: ${aimSentence(aim, holding)}`}
              onClick={() => run(removeAim(aim.id))}
            >
              Take out
            </button>
          </li>
        ))}
      </ol>
      <h3>Places that aims speak of</h3>
      <FeaturesPanel
        kinds={['shelter', 'viewpoint', 'place', 'playPlace']}
        empty="None drawn. Draw the yard to shelter, the window to look from, the beds that want sun."
      />
    </>
  );
}

/** One blank of the sentence, filled in where it stands. */
function Blank({ aim, field }: { aim: Aim; field: string }) {
  const { features, units, currency } = useShown();
  const facts = aimKinds[aim.kind].fields[field]!;
  const value = (aim as unknown as Readonly<Record<string, number | string>>)[field]!;
  const set = (next: number | string | null) => next !== null && run(setAim({ ...aim, [field]: next } as Aim));
  const label = `${aimKinds[aim.kind].label}: ${field}`;
  if (facts.kinds) {
    const places = placesFor(facts, features);
    return (
      <Select
        size="small"
        aria-label={label}
        className="blank"
        popupMatchSelectWidth={false}
        value={places.some(({ id }) => id === value) ? value : undefined}
        placeholder="a place"
        status={places.some(({ id }) => id === value) ? '' : 'error'}
        options={places.map((place) => ({ value: place.id, label: nameOf(place) }))}
        onChange={set}
      />
    );
  }
  if (facts.options)
    return (
      <Select
        size="small"
        aria-label={label}
        className="blank"
        popupMatchSelectWidth={false}
        value={String(value)}
        options={Object.entries(facts.options).map(([key, words]) => ({ value: key, label: words }))}
        onChange={set}
      />
    );
  if (facts.unit === 'm')
    return (
      <span className="blank">
        <LengthField label={label} bare units={units} least={0.3} most={200} value={Number(value)} onChange={set} />
      </span>
    );
  const [shown, back, suffix] = {
    share: [Math.round(Number(value) * 100), (n: number) => n / 100, '%'],
    money: [Number(value) / 100, (n: number) => Math.round(n * 100), currency],
    hours: [Number(value), (n: number) => n, 'h'],
    year: [Number(value), (n: number) => n, ''],
    people: [Number(value), (n: number) => n, Number(value) === 1 ? 'person' : 'people'],
    days: [Number(value), (n: number) => n, Number(value) === 1 ? 'day' : 'days'],
  }[facts.unit!] as [number, (n: number) => number, string];
  const bounds = {
    share: [0, 100],
    money: [0, 1e8],
    hours: [0, 5000],
    year: [0, 40],
    people: [1, 500],
    days: [1, 365],
  }[facts.unit as 'share'] as [number, number];
  return (
    <NumberField
      size="small"
      aria-label={label}
      className="blank"
      min={bounds[0]}
      max={bounds[1]}
      precision={facts.unit === 'hours' ? 1 : 0}
      controls={false}
      suffix={suffix || undefined}
      value={shown}
      onEnter={(entered) => entered !== null && set(back(entered))}
    />
  );
}
