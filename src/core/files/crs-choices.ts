/** How a file's coordinates are meant, where the file does not say or is mistaken. */
export const CRS_CHOICES = ['declared', 'degrees', 'degreesSwapped', 'utm', 'metres', 'feet', 'surveyFeet'] as const;
export type CrsChoice = (typeof CRS_CHOICES)[number];
export const crsWords: Readonly<Record<CrsChoice, string>> = {
  declared: 'as the file says',
  degrees: 'degrees, longitude then latitude',
  degreesSwapped: 'degrees, latitude then longitude',
  utm: 'metres of the UTM zone here',
  metres: 'metres from this holding’s origin',
  feet: 'feet from this holding’s origin',
  surveyFeet: 'US survey feet from this holding’s origin',
};
