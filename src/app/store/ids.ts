/** A new id, unlike any other: 16 characters of a random UUID. */
export const newId = (): string => crypto.randomUUID().replaceAll('-', '').slice(0, 16);
