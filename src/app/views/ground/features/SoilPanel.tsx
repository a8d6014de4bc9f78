import { inUnits } from '../../../../core/units/quantities.ts';
import { choiceWords, featuresOf } from '../../../../core/ground/features.ts';
import { soilSource, soilZones } from '../../../../core/ground/soil.ts';
import { SoilAnswer } from '../../../../core/ground/standins.ts';
import { addFeatures } from '../../../../core/holding/ground-commands.ts';
import { useShown } from '../../../store/derived.ts';
import { newId } from '../../../store/ids.ts';
import { run } from '../../../store/session.ts';
import { FeaturesPanel } from './FeaturesPanel.tsx';
import { StandinOffer } from '../place/StandinOffer.tsx';
import { boxQuery } from '../ground-box.ts';

/** Soil zones, and the tests by which they are known. */
export function SoilPanel() {
  const holding = useShown();
  const zones = soilZones(holding.features);
  const differ = zones.filter(({ zone, drainage, measured }) => measured && drainage !== zone.drainage);
  return (
    <>
      <FeaturesPanel
        kinds={['soilZone', 'holeTest', 'percolation']}
        empty="Nothing is known of the soil. Dig a hole where you mean to plant, fill it with water twice, and time the second."
      />
      {differ.map(({ zone, drainage }) => (
        <p key={zone.id} className="reading">
          In {zone.name || choiceWords('soilZone', 'texture', zone.texture)} the test measured {drainage} drainage, not{' '}
          {zone.drainage}: the measured one is used.
        </p>
      ))}
      {featuresOf(holding.features, 'percolation').length > 0 && (
        <p className="soft fine">Classes: {inUnits(soilSource, holding.units)}.</p>
      )}
      <StandinOffer
        schema={SoilAnswer}
        path={`soil?${boxQuery(holding)}`}
        label="What the soil map says"
        say={({ zones: found }) =>
          `${found.length} zones: ${found.map((zone) => `${choiceWords('soilZone', 'texture', zone.texture)}, drainage ${zone.drainage}, pH ${zone.ph}`).join('; ')}.`
        }
        take={({ zones: found }) =>
          run(
            addFeatures(
              found.map((zone) => ({
                ...zone,
                id: newId(),
                name: `${choiceWords('soilZone', 'texture', zone.texture)} (simulated)`,
              })),
              'soil zones (simulated)',
            ),
          )
        }
      />
    </>
  );
}
