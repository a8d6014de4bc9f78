import { Button, Checkbox, Input, Modal } from 'antd';
import { useMemo, useState } from 'react';
import { comparePlantings } from '../../../../core/counsel/compare.ts';
import { keepVariant, layVariant, removeVariant } from '../../../../core/holding/variant-commands.ts';
import { newId } from '../../../store/ids.ts';
import { useLook } from '../../../store/look-at.ts';
import { run, useSession } from '../../../store/session.ts';
import { SideBySide } from '../../../parts/Facts.tsx';

/** Ways of laying one planting kept side by side: what each adds up to, and in what they differ. */
export function Variants({ planting: id, onClose }: { planting: string; onClose(): void }) {
  const holding = useSession((state) => state.holding!);
  const year = useLook((state) => state.year);
  const planting = holding.plantings.find((one) => one.id === id)!;
  const variants = holding.variants.filter(({ of }) => of === id);
  const [name, setName] = useState('');
  const [onlyDiffering, setOnlyDiffering] = useState(true);
  const lines = useMemo(
    () => comparePlantings(holding, [planting, ...variants.map((variant) => variant.planting)], year),
    [holding, planting, variants, year],
  );
  const shown = onlyDiffering && variants.length > 0 ? lines.filter(({ differs }) => differs) : lines;
  const keep = () => {
    if (run(keepVariant(id, newId(), name.trim() || `${planting.name} ${variants.length + 1}`))) setName('');
  };
  return (
    <Modal open title={`Variants of ${planting.name}`} footer={null} onCancel={onClose} width={920} style={{ top: 24 }}>
      <p>
        Keep the planting as it is under a name, go on changing it, and weigh the two. Laying a variant keeps what lay
        there in its place.
      </p>
      <div className="line">
        <Input
          aria-label="Name of the variant"
          placeholder={`${planting.name} ${variants.length + 1}`}
          maxLength={80}
          value={name}
          onChange={({ target }) => setName(target.value)}
          onPressEnter={keep}
        />
        <Button type="primary" onClick={keep}>
          Keep it as it is now
        </Button>
      </div>
      {variants.length > 0 && (
        <Checkbox checked={onlyDiffering} onChange={({ target }) => setOnlyDiffering(target.checked)}>
          Only what differs
        </Checkbox>
      )}
      <div className="scrolled">
        <SideBySide
          heads={[
            <>
              {planting.name} <span className="soft">(laid now)</span>
            </>,
            ...variants.map((variant) => (
              <>
                {variant.planting.name}{' '}
                <button type="button" className="link" onClick={() => run(layVariant(variant.id))}>
                  Lay it
                </button>{' '}
                <button
                  type="button"
                  className="link"
                  aria-label={`Throw ${variant.planting.name} away`}
                  onClick={() => run(removeVariant(variant.id))}
                >
                  Throw away
                </button>
              </>
            )),
          ]}
          rows={shown.map(({ label, said, differs }) => ({
            key: label,
            className: differs ? 'differs' : '',
            cells: [label, ...said],
          }))}
        />
      </div>
      {variants.length > 0 && shown.length === 0 && <p>They do not differ yet.</p>}
    </Modal>
  );
}
