import { CRS_CHOICES, crsWords, type CrsChoice } from '../../../../core/files/crs-choices.ts';
import { gridsAt } from '../../../../core/files/grids.ts';
import type { FoundShapes } from '../../../../core/files/shapes/read-shapes.ts';
import type { Holding } from '../../../../core/holding/schema.ts';

/** Ways to take a file's coordinates: what it says, the plain ones, and every grid that is used where the holding lies. */
export const crsOptions = (
  crs: FoundShapes['crs'] | null,
  place: Holding['place'],
): { value: CrsChoice; label: string }[] => [
  ...CRS_CHOICES.filter((choice) => choice !== 'declared' || crs?.taken === 'declared').map((value) => ({
    value,
    label: value === 'declared' ? crs!.words : crsWords[value],
  })),
  ...gridsAt(place).map(({ code, name }) => ({ value: `EPSG:${code}` as const, label: `${name}, EPSG:${code}` })),
];
