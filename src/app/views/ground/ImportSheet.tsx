import { Modal, Select } from 'antd';
import { useState } from 'react';
import { together, Refused, type Command } from '../../../core/holding/command.ts';
import { addFeatures, cornersOf, setBoundary } from '../../../core/holding/ground-commands.ts';
import { checkBoundary } from '../../../core/ground/boundary.ts';
import { featureKinds, newFeature } from '../../../core/ground/features.ts';
import type { FeatureKind } from '../../../core/holding/schema.ts';
import type { FoundShape, FoundShapes } from '../../../core/files/shapes.ts';
import { newId } from '../../store/ids.ts';
import { complain, run } from '../../store/session.ts';

export type FoundFile = FoundShapes & { readonly name: string };
type Becomes = FeatureKind | 'boundary' | 'nothing';

const guess = ({ name, shape }: FoundShape, first: boolean): Becomes => {
  const words = name.toLowerCase();
  const byName = ([['bound', 'boundary'], ['parcel', 'boundary'], ['fence', 'fence'], ['wall', 'fence'], ['stream', 'stream'], ['brook', 'stream'], ['track', 'track'], ['lane', 'track'], ['gate', 'gate'], ['house', 'building'], ['barn', 'building'], ['wet', 'wetGround']] as const).find(([word]) => words.includes(word))?.[1];
  const fits = byName && (byName === 'boundary' ? shape === 'ring' : featureKinds[byName].shape === shape);
  return fits ? byName : shape === 'ring' ? (first ? 'boundary' : 'building') : shape === 'line' ? 'fence' : 'tree';
};

/** What a file holds, and what each shape shall be; nothing is taken until the steward says so. */
export function ImportSheet({ found, onClose, onDone }: { found: FoundFile; onClose(): void; onDone(): void }) {
  const firstRing = found.shapes.findIndex(({ shape }) => shape === 'ring');
  const [becomes, setBecomes] = useState<readonly Becomes[]>(() => found.shapes.map((shape, i) => guess(shape, i === firstRing)));
  const apply = () => {
    try {
      const commands = found.shapes.flatMap((shape, i): Command[] => {
        const kind = becomes[i]!;
        if (kind === 'nothing') return [];
        if (kind !== 'boundary') return [addFeatures([{ ...newFeature(kind, newId(), shape.points), name: shape.name }], shape.name)];
        checkBoundary(shape.points);
        return [setBoundary(cornersOf(shape.points, 'assumed', newId))];
      });
      if (run(together(`${found.name} brought in`, commands))) onDone();
    } catch (refused) {
      if (!(refused instanceof Refused)) throw refused;
      complain(refused.message);
    }
  };
  return (
    <Modal open title={`Bring in ${found.name}`} okText="Bring it in" cancelText="Leave it" onOk={apply} onCancel={onClose} width={560}>
      <ul className="rows-list">
        {found.shapes.slice(0, 200).map((shape, i) => (
          <li key={i} className="line">
            <span>{shape.name || `Shape ${i + 1}`} <span className="soft">{shape.shape === 'at' ? 'a place' : `${shape.points.length} points`}</span></span>
            <Select
              size="small" aria-label={`What ${shape.name || `shape ${i + 1}`} shall be`} value={becomes[i]!} style={{ width: 170 }}
              options={[
                ...(shape.shape === 'ring' ? [{ value: 'boundary', label: 'Boundary' }] : []),
                ...Object.entries(featureKinds).filter(([, facts]) => facts.shape === shape.shape).map(([value, { label }]) => ({ value, label })),
                { value: 'nothing', label: 'Nothing' },
              ]}
              onChange={(kind: Becomes) => setBecomes(becomes.map((old, j) => (j === i ? kind : kind === 'boundary' && old === 'boundary' ? 'nothing' : old)))}
            />
          </li>
        ))}
      </ul>
      {found.shapes.length > 200 && <p className="soft">and {found.shapes.length - 200} more, taken as guessed.</p>}
      {found.leftOut.length > 0 && <><h3>Left out</h3><ul>{found.leftOut.slice(0, 20).map((why) => <li key={why}>{why}</li>)}</ul></>}
      <p className="soft fine">Corners of a boundary come in as assumed until you find their pins.</p>
    </Modal>
  );
}
