import { Checkbox } from 'antd';
import { ANIMALS } from '../../../core/holding/ground-schema.ts';
import { setAnimals } from '../../../core/holding/ground-commands.ts';
import { settingOf } from '../../../core/holding/settings.ts';
import { fencedOut, guardAnimals, guardHeight, guardSource } from '../../../core/order/protection.ts';
import { formatLength, inUnits } from '../../../core/units/quantities.ts';
import { useShown } from '../../store/derived.ts';
import { run } from '../../store/session.ts';
import { FeaturesPanel } from './FeaturesPanel.tsx';

/** Who eats trees here, everywhere and in places, and the guard that follows from it. */
export function AnimalsPanel() {
  const holding = useShown();
  const { need, size } = guardHeight(holding.animals, settingOf(holding, 'guard.snow'));
  const fenced = fencedOut(holding.animals).map((animal) => guardAnimals[animal].name);
  const hedged = fencedOut(holding.animals, true)
    .map((animal) => guardAnimals[animal].name)
    .filter((name) => !fenced.includes(name));
  return (
    <>
      <h3>Everywhere</h3>
      <ul className="rows-list tight">
        {ANIMALS.map((animal) => (
          <li key={animal}>
            <Checkbox
              checked={holding.animals.includes(animal)}
              onChange={({ target }) =>
                run(
                  setAnimals(
                    ANIMALS.filter((one) => (one === animal ? target.checked : holding.animals.includes(one))),
                  ),
                )
              }
            >
              {guardAnimals[animal].name}
            </Checkbox>
            <span className="soft">
              {' '}
              {guardAnimals[animal].height > 0 && !guardAnimals[animal].fence
                ? `${formatLength(guardAnimals[animal].height, holding.units)}, `
                : ''}
              {inUnits(guardAnimals[animal].form, holding.units)}
            </span>
          </li>
        ))}
      </ul>
      <p className="reading">
        {holding.animals.length === 0
          ? 'Nobody named: no guards are counted.'
          : size === null && need > 0
            ? 'No guard is tall enough for all of them. Fence the planting.'
            : size === null
              ? 'No guards are needed against these.'
              : `Guards of ${formatLength(size, holding.units)}.`}
        {size !== null && fenced.length > 0 && ` And a fence: nothing else stops ${fenced.join(' and ')}.`}
        {hedged.length > 0 && ` Round hedges a fence against ${hedged.join(' and ')} too.`}
      </p>
      <p className="soft fine">Heights: {guardSource}.</p>
      <h3>In some places only</h3>
      <FeaturesPanel kinds={['browsed', 'harm']} empty="Nothing drawn: what is ticked above holds everywhere." />
    </>
  );
}
