import { counted } from './quantities.ts';

/** The text with its first letter large: names are kept small, sentences and lists begin large. */
export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** How long ago something was, from milliseconds: 'just now', '20 minutes ago', '3 days ago'. */
export function sinceWords(milliseconds: number): string {
  const minutes = Math.floor(milliseconds / 60_000);
  if (minutes < 1) return 'just now';
  if (minutes < 60) return `${counted(minutes, 'minute')} ago`;
  const hours = Math.floor(minutes / 60);
  return hours < 24 ? `${counted(hours, 'hour')} ago` : `${counted(Math.floor(hours / 24), 'day')} ago`;
}
