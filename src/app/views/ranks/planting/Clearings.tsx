import { Button, Dropdown } from 'antd';
import { featuresOf, nameOf } from '../../../../core/ground/features.ts';
import { addClearing, removeClearing, setClearing } from '../../../../core/holding/planting-commands.ts';
import { clearedRound } from '../../../../core/ranks/clearing.ts';
import type { Planting } from '../../../../core/holding/schema.ts';
import { LengthField } from '../../../parts/fields/LengthField.tsx';
import { useShown } from '../../../store/derived.ts';
import { newId } from '../../../store/ids.ts';
import { run } from '../../../store/session.ts';

/** Round places that all rows leave free: by what stands there, each with its radius. */
export function Clearings({ planting }: { planting: Planting }) {
  const { features, units } = useShown();
  const around = featuresOf(features, 'tree', 'pole', 'stump', 'testHole', 'tap', 'tank');
  const add = (id: string) => {
    const feature = around.find((one) => one.id === id)!;
    const radius = clearedRound(feature);
    run(addClearing(planting.id, { id: newId(), name: nameOf(feature), at: [...feature.at], radius }));
  };
  return (
    <>
      <h3>Clearings</h3>
      {planting.clearings.map(({ id, name, radius }) => (
        <div className="line" key={id}>
          <LengthField
            label={`Kept free round ${name || 'a place'}`}
            units={units}
            least={0.1}
            most={200}
            value={radius}
            onChange={(next) => run(setClearing(planting.id, id, { radius: next }))}
          />
          <Button size="small" onClick={() => run(removeClearing(planting.id, id))}>
            Close it
          </Button>
        </div>
      ))}
      <Dropdown
        trigger={['click']}
        disabled={around.length === 0}
        menu={{
          items: around.map((feature) => ({ key: feature.id, label: nameOf(feature) })),
          onClick: ({ key }) => add(key),
        }}
      >
        <Button size="small">Clear round something</Button>
      </Dropdown>
      {around.length === 0 && (
        <p className="soft fine">Draw poles, standing trees and test holes under Ground first.</p>
      )}
    </>
  );
}
