import { Button, Select } from 'antd';
import { dropListed, putListed } from '../../../../core/holding/means-commands.ts';
import type { Kit } from '../../../../core/holding/schema.ts';
import { kitName } from '../../../../core/account/order-list.ts';
import { inUnits } from '../../../../core/units/quantities.ts';
import { NameField } from '../../../parts/fields/NameField.tsx';
import { NumberField } from '../../../parts/fields/NumberField.tsx';
import { useWorked } from '../../../store/derived.ts';
import { newId } from '../../../store/ids.ts';
import { run } from '../../../store/session.ts';
import { PIECES } from '../buying/pieces.ts';

/** Makers' sets: so many plants to a set, and what of each piece is in it for a plant. */
export function Kits() {
  const { holding } = useWorked();
  const { kits, units } = holding;
  const put = (kit: Kit) => run(putListed('kits', kit, 'a maker’s set'));
  const options = PIECES.map(({ key, label }) => ({ value: key, label: inUnits(label, units) }));
  return (
    <>
      <h2>Makers’ sets</h2>
      <p className="soft">
        A set’s own figures stand instead of the formulas. Choose it under Animals, for a planting or a row.
      </p>
      {kits.map((kit) => (
        <div key={kit.id} className="kit">
          <div className="pair">
            <NameField value={kit.name} onName={(name) => put({ ...kit, name })} />
            <div className="field">
              <label htmlFor={`kit-n-${kit.id}`}>Plants to a set</label>
              <NumberField
                id={`kit-n-${kit.id}`}
                min={1}
                max={10_000}
                precision={0}
                value={kit.plants}
                onEnter={(plants) => plants && put({ ...kit, plants })}
              />
            </div>
            <div className="field">
              <label htmlFor={`kit-c-${kit.id}`}>Price of a set</label>
              <NumberField
                id={`kit-c-${kit.id}`}
                min={0}
                max={1e7}
                precision={2}
                value={kit.cents / 100}
                onEnter={(price) => put({ ...kit, cents: Math.round((price ?? 0) * 100) })}
              />
            </div>
          </div>
          {Object.entries(kit.pieces).map(([key, each]) => (
            <div className="field" key={key}>
              <label htmlFor={`kit-${kit.id}-${key}`}>{kitName(key, units, [])}, for each plant</label>
              <NumberField
                id={`kit-${kit.id}-${key}`}
                min={0}
                max={1000}
                value={each}
                onEnter={(next) => {
                  const { [key]: _, ...rest } = kit.pieces;
                  put({ ...kit, pieces: next ? { ...rest, [key]: next } : rest });
                }}
              />
            </div>
          ))}
          <Select
            size="small"
            aria-label={`Add a piece to ${kit.name}`}
            value={null}
            placeholder="+ piece"
            showSearch={{ optionFilterProp: 'label' }}
            popupMatchSelectWidth={320}
            options={options.filter(({ value }) => !(value in kit.pieces))}
            onChange={(key: string | null) => key && put({ ...kit, pieces: { ...kit.pieces, [key]: 1 } })}
          />
          <Button size="small" danger onClick={() => run(dropListed('kits', kit.id, 'a maker’s set taken out'))}>
            Take out
          </Button>
        </div>
      ))}
      <Button
        size="small"
        onClick={() =>
          put({
            id: newId(),
            name: 'Set of ten',
            plants: 10,
            pieces: { 'guard.0.6': 1, 'stake.0.9': 1, tie: 4 },
            cents: 0,
          })
        }
      >
        + Set
      </Button>
    </>
  );
}
