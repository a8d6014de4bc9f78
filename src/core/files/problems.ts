import { readProblemSentence, type ReadProblem } from '../holding/migrate.ts';

/** Largest file that is read, megabytes: a plan of thousands of trees takes less than one. */
export const MOST_MEGABYTES = 50;

/** Largest holding file, megabytes: it carries the pictures that are laid beneath. */
export const MOST_HOLDING_MEGABYTES = 300;

/** Pictures that one holding lays beneath, megabytes together: its file carries no more. */
export const MOST_PICTURE_MEGABYTES = 140;

/** Longest that one file is read, milliseconds: after that it is damaged in some way nobody foresaw. */
export const LONGEST_READ = 60_000;

/** A file that cannot be read, with the sentence that says what is wrong, where, and what to do. */
export class Unreadable extends Error {
  override readonly name = 'Unreadable';
}

/** Throws the problem of a file called `name` as its sentence. */
export function refuse(name: string, problem: ReadProblem): never {
  throw new Unreadable(readProblemSentence(problem, name));
}

/** Refuses what no reader should start on: nothing at all, or far too much. */
export function checkSize(name: string, bytes: number, most = MOST_MEGABYTES): void {
  if (bytes === 0) refuse(name, { code: 'empty' });
  if (bytes > most * 1e6) refuse(name, { code: 'too-big', megabytes: Math.ceil(bytes / 1e6), most });
}
