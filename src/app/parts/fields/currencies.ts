/** Currencies on offer: what this browser knows of ISO 4217. */
export const CURRENCIES: readonly string[] = Intl.supportedValuesOf('currency');
