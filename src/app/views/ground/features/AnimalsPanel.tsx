import { Checkbox } from 'antd';
import { ANIMALS } from '../../../../core/holding/ground-schema.ts';
import { setAnimals } from '../../../../core/holding/ground-commands.ts';
import { protectedParts } from '../../../../core/means/protection/guard-kit.ts';
import { saySetBy, sayProtection } from '../../../../core/means/protection/say.ts';
import { guardAnimals, guardSource } from '../../../../core/means/protection/guards.ts';
import { formatSold, inUnits } from '../../../../core/units/quantities.ts';
import { useShown, useWorked } from '../../../store/derived.ts';
import { run } from '../../../store/session.ts';
import { FeaturesPanel } from './FeaturesPanel.tsx';

/** Who eats trees here, everywhere and in places, and the guard that follows from it. */
export function AnimalsPanel() {
  const holding = useShown();
  const worked = useWorked();
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
                ? `${formatSold(guardAnimals[animal].height, holding.units)}, `
                : ''}
              {inUnits(guardAnimals[animal].form, holding.units)}
            </span>
          </li>
        ))}
      </ul>
      {holding.animals.length === 0 && <p className="reading">Nobody named: nothing is protected against them.</p>}
      <ul className="reading">
        {worked.all.flatMap(({ planting, layout }) =>
          protectedParts(planting, layout, holding)
            .slice(0, 1)
            .map(({ protection }) => (
              <li key={planting.id}>
                <strong>{planting.name}</strong>: {sayProtection(protection, holding.units)}
                {saySetBy(protection)}.
              </li>
            )),
        )}
      </ul>
      <p className="soft fine">Heights: {guardSource}.</p>
      <h3>In some places only</h3>
      <FeaturesPanel kinds={['browsed', 'harm']} empty="Nothing drawn: what is ticked above holds everywhere." />
    </>
  );
}
