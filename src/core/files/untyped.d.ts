/** Types of packages that ship none, as far as they are used. */
declare module 'shpjs' {
  export function parseShp(shp: Uint8Array): unknown[];
  export function parseDbf(dbf: Uint8Array, encoding?: Uint8Array): Record<string, unknown>[];
}
declare module 'geotiff-geokeys-to-proj4' {
  export function toProj4(keys: Readonly<Record<string, unknown>>): {
    proj4: string;
    isGCS: boolean;
    coordinatesUnits: string;
    errors: Readonly<Record<string, unknown>>;
  };
}
/** Browsers and Node both have it; the core is compiled without the types of either. */
declare class TextDecoder {
  constructor(label?: string, options?: { fatal?: boolean });
  decode(bytes: Uint8Array): string;
}
