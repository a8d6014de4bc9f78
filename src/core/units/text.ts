/** The text with its first letter large: names are kept small, sentences and lists begin large. */
export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
