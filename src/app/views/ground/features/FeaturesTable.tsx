import { Button, Input, Select, Table, type TableColumnType } from 'antd';
import { useState } from 'react';
import { FEATURE_KINDS, featureKinds, nameOf, pointsOf } from '../../../../core/ground/features.ts';
import { setFeature } from '../../../../core/holding/ground-commands.ts';
import { together } from '../../../../core/holding/command.ts';
import type { Feature, FeatureKind } from '../../../../core/holding/ground-schema.ts';
import type { UnitSystem } from '../../../../core/units/quantities.ts';
import { useShown } from '../../../store/derived.ts';
import { goTo, look, useLook } from '../../../store/look-at.ts';
import { run } from '../../../store/session.ts';
import { FeatureNumberField } from './FeatureNumberField.tsx';

type Values = Readonly<Record<string, number | boolean | string | null>>;

/** All things of one kind in a table, to fill many at once: a number typed for one can be given to all that are ticked. */
export function FeaturesTable({ prefer, onClose }: { prefer: readonly FeatureKind[]; onClose(): void }) {
  const { features, units } = useShown();
  const selection = useLook((state) => state.selection);
  const counts = FEATURE_KINDS.map((kind) => ({
    kind,
    count: features.filter((feature) => feature.kind === kind).length,
  })).filter(({ count }) => count > 0);
  const [asked, setKind] = useState<FeatureKind | null>(null);
  const [ticked, setTicked] = useState<readonly string[]>([]);
  const kind = (
    counts.find((one) => one.kind === asked) ??
    counts.find((one) => prefer.includes(one.kind)) ??
    counts[0]
  )?.kind;
  if (!kind)
    return (
      <section className="features-table">
        <p>
          Nothing is drawn yet.{' '}
          <Button size="small" onClick={onClose}>
            Close the table
          </Button>
        </p>
      </section>
    );
  const rows = features.filter((feature) => feature.kind === kind);
  const set = (feature: Feature, key: string, value: unknown, what: string) => {
    const changed = ticked.includes(feature.id) ? rows.filter(({ id }) => ticked.includes(id)) : [feature];
    run(
      together(
        `${what.toLowerCase()} of ${changed.length === 1 ? nameOf(feature) : changed.length}`,
        changed.map(({ id }) => setFeature(id, { [key]: value }, what)),
      ),
    );
  };
  return (
    <section className="features-table" aria-label="Table of features">
      <div className="line">
        <Select<FeatureKind>
          size="small"
          aria-label="Kind"
          value={kind}
          popupMatchSelectWidth={false}
          onChange={(next) => {
            setKind(next);
            setTicked([]);
          }}
          options={counts.map((one) => ({ value: one.kind, label: `${featureKinds[one.kind].label}: ${one.count}` }))}
        />
        <span className="soft">
          {ticked.length > 1
            ? `What you type for a ticked one goes for all ${ticked.length}.`
            : 'Tick several to fill them at once.'}
        </span>
        <Button size="small" onClick={onClose}>
          Close the table
        </Button>
      </div>
      <Table<Feature>
        size="small"
        rowKey="id"
        dataSource={rows}
        pagination={rows.length > 50 ? { pageSize: 50, size: 'small', showSizeChanger: false } : false}
        scroll={{ y: 168 }}
        rowSelection={{ selectedRowKeys: [...ticked], onChange: (keys) => setTicked(keys as string[]) }}
        rowClassName={({ id }) => (selection?.what === 'feature' && selection.id === id ? 'is-chosen' : '')}
        columns={columnsOf(kind, units, set)}
      />
    </section>
  );
}

/** A column for the name, for each number and choice of the kind, and to show it on the plan. */
function columnsOf(
  kind: FeatureKind,
  units: UnitSystem,
  set: (feature: Feature, key: string, value: unknown, what: string) => void,
): TableColumnType<Feature>[] {
  const { numbers, choices = [] } = featureKinds[kind];
  return [
    {
      title: 'Name',
      key: 'name',
      render: (_, feature) => (
        <Input
          size="small"
          aria-label={`Name of ${nameOf(feature)}`}
          key={feature.name}
          defaultValue={feature.name}
          maxLength={80}
          placeholder={featureKinds[kind].label.toLowerCase()}
          onPressEnter={(event) => event.currentTarget.blur()}
          onBlur={(event) =>
            event.target.value.trim() !== feature.name && set(feature, 'name', event.target.value.trim(), 'Name')
          }
        />
      ),
    },
    ...numbers.map((number) => ({
      title: number.label,
      key: number.key,
      width: 150,
      render: (_: unknown, feature: Feature) => (
        <FeatureNumberField
          bare
          number={{ ...number, label: `${number.label} of ${nameOf(feature)}` }}
          units={units}
          value={(feature as unknown as Values)[number.key] as number | null}
          onChange={(value) => set(feature, number.key, value, number.label)}
        />
      ),
    })),
    ...choices.map(({ key, label, options = { true: 'yes', false: 'no' } }) => ({
      title: label,
      key,
      width: 170,
      render: (_: unknown, feature: Feature) => (
        <Select
          size="small"
          style={{ width: '100%' }}
          popupMatchSelectWidth={false}
          aria-label={`${label} of ${nameOf(feature)}`}
          value={String((feature as unknown as Values)[key])}
          options={Object.entries(options).map(([value, words]) => ({ value, label: words }))}
          onChange={(value) => set(feature, key, value === 'true' ? true : value === 'false' ? false : value, label)}
        />
      ),
    })),
    {
      title: '',
      key: 'show',
      width: 70,
      render: (_, feature) => (
        <button
          type="button"
          className="link"
          onClick={() => {
            look({ selection: { what: 'feature', id: feature.id } });
            goTo(pointsOf(feature));
          }}
        >
          Show
        </button>
      ),
    },
  ];
}
