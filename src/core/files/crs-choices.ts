/** How a file's coordinates are meant, where the file does not say or is mistaken. */
export const CRS_CHOICES = ['declared', 'degrees', 'degreesSwapped', 'utm', 'metres', 'feet', 'surveyFeet'] as const;
/** One that needs no table of grids. */
export type PlainChoice = Exclude<(typeof CRS_CHOICES)[number], 'declared'>;
/** One of those, or a grid by its EPSG code. */
export type CrsChoice = 'declared' | PlainChoice | `EPSG:${number}`;
export const crsWords: Readonly<Record<'declared' | PlainChoice, string>> = {
  declared: 'as the file says',
  degrees: 'degrees, longitude then latitude',
  degreesSwapped: 'degrees, latitude then longitude',
  utm: 'the UTM zone here',
  metres: 'metres from this holding’s origin',
  feet: 'feet from this holding’s origin',
  surveyFeet: 'US survey feet from this holding’s origin',
};
