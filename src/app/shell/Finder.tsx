import type { Stand } from '../../core/ranks/stand.ts';
import type { Species } from '../../core/holding/species-schema.ts';
import { Input, Modal, type InputRef } from 'antd';
import { useMemo, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { featureKinds, pointsOf } from '../../core/ground/features.ts';
import { useWorked } from '../store/derived.ts';
import { EXPORT_NAMES } from '../exports/export-names.ts';
import { exportHolding } from '../exports/export-holding.ts';
import { saveFile } from '../exports/save-file.ts';
import { capital } from '../../core/units/text.ts';
import { STOPS as DAYS_STOPS } from '../views/days/stops.ts';
import { STOPS as ORDER_STOPS } from '../views/order/stops.ts';
import { STOPS as GROUND_STOPS } from '../views/ground/stops.ts';
import { goTo, look, lookNow } from '../store/look-at.ts';
import { announce, complain, redoNext, undoLast } from '../store/session.ts';
import { STAGES } from './stages.ts';

interface Found {
  readonly key: string;
  readonly kind: string;
  readonly label: string;
  go(): void;
}

/** Finds anything: stages and their stops, plantings, rows, places on the ground, species that stand here, commands, files. */
export function Finder({ onClose, onKeys }: { onClose(): void; onKeys(): void }) {
  const [text, setText] = useState('');
  const [at, setAt] = useState(0);
  // Where nothing moves, the dialog takes the focus to its first button before the field can have it.
  const input = useRef<InputRef>(null);
  const everything = useEverything(onKeys);
  const words = text.toLowerCase().split(/\s+/).filter(Boolean);
  const found = everything
    .filter(({ label, kind }) => words.every((word) => `${label} ${kind}`.toLowerCase().includes(word)))
    .slice(0, 12);
  const take = (one: Found | undefined) => {
    if (!one) return;
    onClose();
    one.go();
  };
  return (
    <Modal
      open
      onCancel={onClose}
      afterOpenChange={(open) => open && input.current?.focus()}
      footer={null}
      title="Find"
      width={520}
      destroyOnHidden
    >
      <Input
        ref={input}
        autoFocus
        value={text}
        placeholder="A planting, a row, a place, a species, a command"
        aria-label="Find"
        role="combobox"
        aria-expanded
        aria-controls="finder-list"
        aria-activedescendant={found[at] ? `found-${at}` : undefined}
        onChange={(event) => {
          setText(event.target.value);
          setAt(0);
        }}
        onPressEnter={() => take(found[at])}
        onKeyDown={(event) => {
          if (event.key === 'ArrowDown') setAt(Math.min(at + 1, found.length - 1));
          if (event.key === 'ArrowUp') setAt(Math.max(at - 1, 0));
        }}
      />
      <ul className="finder-list" id="finder-list" role="listbox" aria-label="Found">
        {found.map((one, i) => (
          <li key={one.key} id={`found-${i}`} role="option" aria-selected={i === at} onClick={() => take(one)}>
            <span>{one.label}</span>
            <small>{one.kind}</small>
          </li>
        ))}
        {found.length === 0 && (
          <li role="option" aria-selected={false} className="nothing">
            Nothing here is called that.
          </li>
        )}
      </ul>
    </Modal>
  );
}

function useEverything(onKeys: () => void): readonly Found[] {
  const { holding, all } = useWorked();
  const navigate = useNavigate();
  return useMemo((): Found[] => {
    const to = (path: string) => void navigate(`/h/${holding.id}/${path}`);
    return [
      ...STAGES.map(({ key, label }) => ({ key, kind: 'Stage', label, go: () => to(key) })),
      ...[
        { stage: 'Ground', stops: GROUND_STOPS },
        { stage: 'Order', stops: ORDER_STOPS },
        { stage: 'Days', stops: DAYS_STOPS },
      ].flatMap(({ stage, stops }) =>
        stops.map(({ key, label }) => ({
          key: `${stage}-${key}`,
          kind: stage,
          label,
          go: () => to(`${stage.toLowerCase()}/${key}`),
        })),
      ),
      ...all.flatMap(({ planting, layout }) => [
        { key: planting.id, kind: 'Planting', label: planting.name, go: () => to(`ranks/${planting.id}`) },
        ...planting.rows.map((row) => ({
          key: row.id,
          kind: planting.name,
          label: row.name,
          go: () => {
            to(`ranks/${planting.id}`);
            look({ selection: { what: 'row', id: row.id } });
          },
        })),
        ...layout.stand.kinds.map((species) => ({
          key: `${planting.id}-${species.id}`,
          kind: `Plants in ${planting.name}`,
          label: `${species.common}, ${species.botanical}`,
          go: () => {
            to(`ranks/${planting.id}`);
            ring(layout.stand, species);
          },
        })),
      ]),
      ...holding.features.map((feature) => ({
        key: feature.id,
        kind: featureKinds[feature.kind].label,
        label: feature.name || featureKinds[feature.kind].label,
        go: () => {
          to('ground');
          look({ selection: { what: 'feature', id: feature.id } });
          goTo(pointsOf(feature));
        },
      })),
      { key: 'undo', kind: 'Command', label: 'Undo', go: undoLast },
      { key: 'redo', kind: 'Command', label: 'Redo', go: redoNext },
      { key: 'new', kind: 'Command', label: 'New planting', go: () => to('ranks/new') },
      { key: 'species', kind: 'Command', label: 'Species book', go: () => to('species') },
      { key: 'list', kind: 'Command', label: 'All holdings', go: () => void navigate('/') },
      {
        key: 'export',
        kind: 'Command',
        label: 'Export the holding to a file',
        go: () => void exportHolding(holding).then((note) => note && complain(note)),
      },
      {
        key: 'colours',
        kind: 'Command',
        label: 'Day or night colours',
        go: () => look({ dark: !lookNow().dark }),
      },
      { key: 'keys', kind: 'Command', label: 'Keys', go: onKeys },
      ...EXPORT_NAMES.map((name) => ({
        key: name,
        kind: 'File',
        label: fileLabel(name),
        go: () => {
          announce(`${fileLabel(name)} is being made.`);
          void saveFile(name, holding.name);
        },
      })),
    ];
  }, [holding, all, navigate, onKeys]);
}

/** 'peg-sheets.pdf' as it is read: 'Peg sheets, PDF'. */
function fileLabel(name: string): string {
  const dot = name.lastIndexOf('.');
  return `${capital(name.slice(0, dot).replaceAll('-', ' '))}, ${name.slice(dot + 1).toUpperCase()}`;
}

/** Rings the plants of a kind on the plan. */
function ring(stand: Stand, species: Species): void {
  const index = stand.kinds.indexOf(species);
  look({ ringed: Array.from(stand.species.keys()).filter((i) => stand.species[i] === index) });
}
