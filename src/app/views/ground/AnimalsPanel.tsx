import { Checkbox } from 'antd';
import { ANIMALS } from '../../../core/holding/schema.ts';
import { setAnimals } from '../../../core/holding/ground-commands.ts';
import { settingOf } from '../../../core/holding/settings.ts';
import { guardAnimals, guardHeight, guardSource } from '../../../core/order/protection.ts';
import { formatLength } from '../../../core/units/quantities.ts';
import { useShown } from '../../store/derived.ts';
import { run } from '../../store/session.ts';

/** Who eats trees here, and the guard that follows from it. */
export function AnimalsPanel() {
  const holding = useShown();
  const { need, size } = guardHeight(holding.animals, settingOf(holding, 'guard.snow'));
  return (
    <>
      <h2>Who eats trees</h2>
      <ul className="rows-list">
        {ANIMALS.map((animal) => (
          <li key={animal}>
            <Checkbox checked={holding.animals.includes(animal)} onChange={({ target }) => run(setAnimals(ANIMALS.filter((one) => (one === animal ? target.checked : holding.animals.includes(one)))))}>
              {guardAnimals[animal].name}
            </Checkbox>
            <span className="soft"> {formatLength(guardAnimals[animal].height, holding.units)}, {guardAnimals[animal].form}</span>
          </li>
        ))}
      </ul>
      <p>
        {holding.animals.length === 0 ? 'Nobody named: no guards are counted.' : size === null ? `They reach ${formatLength(need, holding.units)}: no guard is that tall. Fence the planting.` : `Guards of ${formatLength(size, holding.units)}.`}
      </p>
      <p className="soft fine">Heights: {guardSource}.</p>
    </>
  );
}
