/** What a page of the app may do: said by our server in a header, and on a static host in the page itself. */
export const POLICY = {
  defaultSrc: ["'none'"],
  // The PDF library lays out its pages in WebAssembly; no script text is ever evaluated.
  scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
  workerSrc: ["'self'"],
  // Ant Design writes its style rules into the page as it runs.
  styleSrc: ["'self'", "'unsafe-inline'"],
  fontSrc: ["'self'"],
  imgSrc: ["'self'", 'data:', 'blob:'],
  // The PDF library carries its WebAssembly as a data address.
  connectSrc: ["'self'", 'data:'],
  manifestSrc: ["'self'"],
  baseUri: ["'none'"],
  formAction: ["'none'"],
} as const;

/** The policy as a page's own words. */
export const policyText: string = Object.entries(POLICY)
  .map(([key, values]) => `${key.replaceAll(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`)} ${values.join(' ')}`)
  .join('; ');
