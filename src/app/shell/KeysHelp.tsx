import { Modal } from 'antd';
import { STAGES } from './stages.ts';

/** Keys that act where no field has focus; shown by `?`. */
const KEYS: readonly (readonly [key: string, does: string])[] = [
  ['L', 'draw the line of this planting'],
  ['C', 'draw it curved'],
  ['G', 'open a gap in the rows'],
  ['R', 'add a row'],
  ['M', 'measure'],
  ['I', 'bring in a file (Ground)'],
  ['T', 'table of features (Ground)'],
  ['[ and ]', 'a year back or on'],
  ['0', 'fit the plan'],
  ['+ and -', 'zoom'],
  [`1 to ${STAGES.length}`, STAGES.map(({ label }) => label).join(', ')],
  ['Ctrl K', 'find anything'],
  ['Ctrl Z, Shift Ctrl Z', 'undo, redo'],
  ['Escape', 'back out of what is being done'],
  ['Delete', 'delete what is chosen'],
];

export function KeysHelp({ onClose }: { onClose(): void }) {
  return (
    <Modal open title="Keys" footer={null} onCancel={onClose} width={420}>
      <dl className="keys">
        {KEYS.map(([key, does]) => (
          <div key={key}>
            <dt>
              <kbd>{key}</kbd>
            </dt>
            <dd>{does}</dd>
          </div>
        ))}
      </dl>
    </Modal>
  );
}
