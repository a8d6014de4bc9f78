import { Button, Dropdown, Input, Select } from 'antd';
import { askedBefore, linesFor, ruleLabel, RULE_KINDS, ruleSentence } from '../../../../core/ground/local-rules.ts';
import { nameOf } from '../../../../core/ground/features.ts';
import { removeRule, setRule } from '../../../../core/holding/ground-commands.ts';
import { ASKED_BEFORE, type LocalRule } from '../../../../core/holding/ground-schema.ts';
import { DayField } from '../../../parts/fields/DayField.tsx';
import { NumberField } from '../../../parts/fields/NumberField.tsx';
import { LengthField } from '../../../parts/fields/LengthField.tsx';
import { startSketch } from '../../../plan/pencil.ts';
import { useEffect } from 'react';
import { useShown } from '../../../store/derived.ts';
import { newId } from '../../../store/ids.ts';
import { look, NO_OVERLAY } from '../../../store/look-at.ts';
import { complain, run } from '../../../store/session.ts';

/** What the place's own rules ask, each with who said so; never presented as law. */
export function RulesPanel() {
  const holding = useShown();
  const { rules, units } = holding;
  useEffect(() => {
    look({ overlay: { ...NO_OVERLAY, showRules: true } });
    return () => look({ overlay: NO_OVERLAY });
  }, []);
  const add = (kind: LocalRule['kind']) => {
    if (kind === 'sightTriangle') return startSketch('sightTriangle');
    const base = { id: newId(), said: '' };
    if (kind === 'nesting')
      return run(
        setRule(
          {
            ...base,
            kind,
            from: holding.place.latitude >= 0 ? '03-01' : '08-01',
            to: holding.place.latitude >= 0 ? '08-31' : '02-28',
          },
          'nesting season',
        ),
      );
    if (kind === 'leave')
      return run(setRule({ ...base, kind, ask: '', before: 'planting', days: 60 }, 'something to be asked for'));
    const along =
      kind === 'waterEdge'
        ? linesFor(kind, holding.features)[0]?.id
        : holding.boundary
          ? 'boundary'
          : linesFor(kind, holding.features)[0]?.id;
    if (!along)
      return complain(
        kind === 'waterEdge' ? 'Draw the stream or ditch first, under Water.' : 'Draw the boundary first, under Edges.',
      );
    return run(
      setRule(
        kind === 'height'
          ? { ...base, kind, along, metres: 3, most: 2 }
          : { ...base, kind, along, metres: kind === 'waterEdge' ? 5 : 1.5 },
        ruleLabel[kind].toLowerCase(),
      ),
    );
  };
  return (
    <>
      <p>
        Ask the local office, the road authority and the neighbour, and note who said what. The app warns by these
        numbers; it does not know the law.
      </p>
      <Dropdown
        trigger={['click']}
        menu={{
          items: RULE_KINDS.map((kind) => ({
            key: kind,
            label: kind === 'sightTriangle' ? `${ruleLabel[kind]}: draw its three points` : ruleLabel[kind],
          })),
          onClick: ({ key }) => void add(key as LocalRule['kind']),
        }}
      >
        <Button size="small">+ Local rule</Button>
      </Dropdown>
      <ul className="rows-list">
        {rules.map((rule) => (
          <li key={rule.id}>
            <strong>{ruleLabel[rule.kind]}.</strong> {ruleSentence(rule, holding, units)}
            <RuleForm rule={rule} />
          </li>
        ))}
      </ul>
    </>
  );
}

function RuleForm({ rule }: { rule: LocalRule }) {
  const { features, boundary, units } = useShown();
  const change = (changes: object) => run(setRule({ ...rule, ...changes } as LocalRule));
  return (
    <div className="form">
      {'along' in rule && (
        <div className="field">
          <label htmlFor={`along-${rule.id}`}>Along</label>
          <Select
            id={`along-${rule.id}`}
            value={rule.along}
            popupMatchSelectWidth={false}
            onChange={(along) => change({ along })}
            options={[
              ...(boundary && rule.kind !== 'waterEdge' ? [{ value: 'boundary', label: 'the boundary' }] : []),
              ...linesFor(rule.kind, features).map((feature) => ({ value: feature.id, label: nameOf(feature) })),
            ]}
          />
        </div>
      )}
      <div className="pair">
        {'metres' in rule && (
          <LengthField
            label={rule.kind === 'height' ? 'Within' : 'Keep'}
            units={units}
            most={200}
            value={rule.metres}
            onChange={(metres) => change({ metres })}
          />
        )}
        {'most' in rule && (
          <LengthField
            label="At most"
            units={units}
            most={120}
            value={rule.most}
            onChange={(most) => change({ most })}
          />
        )}
        {rule.kind === 'nesting' && (
          <>
            <DayField label="From" value={rule.from} onChange={(from) => from && change({ from })} />
            <DayField label="To" value={rule.to} onChange={(to) => to && change({ to })} />
          </>
        )}
      </div>
      {rule.kind === 'leave' && <LeaveFields rule={rule} change={change} />}
      <div className="field">
        <label htmlFor={`said-${rule.id}`}>Who said so</label>
        <Input
          id={`said-${rule.id}`}
          key={rule.said}
          defaultValue={rule.said}
          maxLength={500}
          placeholder="nobody yet: ask, and note name and day"
          onPressEnter={(event) => event.currentTarget.blur()}
          onBlur={(event) => event.target.value.trim() !== rule.said && change({ said: event.target.value.trim() })}
        />
      </div>
      <Button size="small" danger onClick={() => run(removeRule(rule.id))}>
        Take out
      </Button>
    </div>
  );
}

/** What is asked for, before which work, and how many days ahead. */
function LeaveFields({ rule, change }: { rule: LocalRule & { kind: 'leave' }; change(changes: object): void }) {
  return (
    <>
      <div className="field">
        <label htmlFor={`ask-${rule.id}`}>Ask</label>
        <Input
          id={`ask-${rule.id}`}
          key={rule.ask}
          defaultValue={rule.ask}
          maxLength={200}
          placeholder="for leave to fell, of the forest office"
          onPressEnter={(event) => event.currentTarget.blur()}
          onBlur={(event) => event.target.value.trim() !== rule.ask && change({ ask: event.target.value.trim() })}
        />
      </div>
      <div className="pair">
        <div className="field">
          <label htmlFor={`before-${rule.id}`}>Before</label>
          <Select
            id={`before-${rule.id}`}
            value={rule.before}
            popupMatchSelectWidth={false}
            options={ASKED_BEFORE.map((value) => ({ value, label: askedBefore[value] }))}
            onChange={(before) => change({ before })}
          />
        </div>
        <div className="field">
          <label htmlFor={`days-${rule.id}`}>Days ahead</label>
          <NumberField
            id={`days-${rule.id}`}
            min={1}
            max={730}
            precision={0}
            value={rule.days}
            onEnter={(days) => days !== null && change({ days })}
          />
        </div>
      </div>
    </>
  );
}
