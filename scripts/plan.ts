/** The same core without a screen: `npm run -s plan -- report FILE`, `merge FILE DAYFILE... OUT`, `new plan.json DIR` and the rest of the usage below. */
import { createHash } from 'node:crypto';
import { once } from 'node:events';
import { mkdir, readFile, stat, writeFile } from 'node:fs/promises';
import { basename, join } from 'node:path';
import { createRequire } from 'node:module';
import { Worker } from 'node:worker_threads';
import { exportFile } from '../src/app/exports/export-files.ts';
import { EXPORT_NAMES } from '../src/app/exports/export-names.ts';
import { NothingToPrint, type PdfFonts } from '../src/app/exports/pdf-page.ts';
import { textOf } from '../src/core/days/day.ts';
import { readCloserank, writeCloserank, type Pictures } from '../src/core/files/closerank.ts';
import { holdingFromPlan } from '../src/core/files/plan-json.ts';
import {
  LONGEST_READ,
  MOST_HOLDING_MEGABYTES,
  MOST_MEGABYTES,
  refuse,
  Unreadable,
} from '../src/core/files/problems.ts';
import { yearsOf } from '../src/core/reports/years-report.ts';
import { LAST_YEAR } from '../src/core/years/growth.ts';
import { billOf } from '../src/core/reports/bill-report.ts';
import { asFound } from '../src/core/record/as-found.ts';
import { ledgerOf } from '../src/core/record/ledger.ts';
import { dayAsked, daysOf, icsOf } from '../src/core/reports/days-report.ts';
import { checkDayOf, readDayFile } from '../src/core/files/day-file.ts';
import { ledgerText } from '../src/core/reports/ledger-report.ts';
import { handOver } from '../src/core/record/hand-over.ts';
import { report } from '../src/core/reports/report.ts';
import { lineageOf, type Holding } from '../src/core/holding/schema.ts';
import { readRecord } from '../src/core/record/lines.ts';
import { clockOf } from '../src/server/clock.ts';
import type { ReadTask } from './plan-read.ts';

const USAGE = `Usage:
  npm run -s plan -- report FILE.closerank        totals, positions and findings as JSON
  npm run -s plan -- bill FILE.closerank          what to have, to buy and from whom, what is ordered and what it costs, as JSON
  npm run -s plan -- years FILE.closerank [--year N]  growth by row, density, wind, sight, light, snow, stream and aims, as JSON
  npm run -s plan -- tasks FILE.closerank [--on DATE]  every task with its days, what does not fit, deliveries and lines, as JSON
  npm run -s plan -- calendar FILE.closerank OUT.ics   the same tasks as an iCalendar file
  npm run -s plan -- merge FILE.closerank DAYFILE... OUT.closerank  lays the records of phones to that of the holding
  npm run -s plan -- ledger FILE.closerank        the folded record as JSON, in one order
  npm run -s plan -- export FILE.closerank DIR    peg sheets, setting-out, planting cards, labels, order list, orders by supplier, cutting, fence and drip plans, the plan and what stands as map files into DIR
  npm run -s plan -- new plan.json DIR            builds a holding from plan.json into DIR and reports it
  npm run -s plan -- read FILE [HOLDING]          what a map file would bring in, as JSON`;

async function font(family: string, weight: number): Promise<Uint8Array> {
  const file = createRequire(import.meta.url).resolve(
    `@fontsource/${family}/files/${family}-latin-${weight}-normal.woff`,
  );
  return new Uint8Array(await readFile(file));
}

async function bytesOf(file: string, most = MOST_MEGABYTES): Promise<Uint8Array> {
  const known = await stat(file).catch(() => {
    throw new Unreadable(`${file} cannot be opened. Check its name and folder.`);
  });
  if (known.isDirectory()) throw new Unreadable(`${file} is a folder. Name a file in it.`);
  if (known.size > most * 1e6)
    refuse(basename(file), { code: 'too-big', megabytes: Math.ceil(known.size / 1e6), most });
  return new Uint8Array(await readFile(file));
}

const fileIn = async (file: string) => {
  const carried = readCloserank(await bytesOf(file, MOST_HOLDING_MEGABYTES), basename(file));
  return { ...carried, events: readRecord(carried.lines).events };
};
const holdingIn = async (file: string): Promise<Holding> => (await fileIn(file)).holding;

async function writeAll(directory: string, files: Record<string, Uint8Array>): Promise<void> {
  await mkdir(directory, { recursive: true });
  for (const [name, bytes] of Object.entries(files)) await writeFile(join(directory, name), bytes);
}

/** Every file of a holding into a directory. One that fails does not stop the others: all are made, then it is said. */
async function exportAll(
  { holding, events }: Awaited<ReturnType<typeof fileIn>>,
  directory: string,
  fonts: PdfFonts,
): Promise<void> {
  const ledger = ledgerOf(events);
  const failed: string[] = [];
  let told = 0;
  const onShare = (share: number) => {
    if (!process.stderr.isTTY || share < told + 0.1) return;
    told = share;
    process.stderr.write(`Peg sheets: ${Math.round(share * 100)} %\n`);
  };
  for (const name of EXPORT_NAMES)
    try {
      await writeAll(directory, {
        [name]: await exportFile(name, asFound(holding, ledger), { ledger, on: textOf(todayHere()), fonts, onShare }),
      });
    } catch (problem) {
      // A paper that would be empty is not made.
      if (problem instanceof NothingToPrint) continue;
      failed.push(`${name} could not be made: ${(problem as Error).message.replace(/\.$/, '')}.`);
    }
  if (failed.length > 0) throw new Unreadable(`${failed.join('\n')}\nThe other files are in ${directory}.`);
}

/** Reads a map file in a thread of its own: one that is damaged in a way nobody foresaw is given up after a while. */
async function found(file: string, holdingFile: string | undefined): Promise<object> {
  const task: ReadTask = {
    file,
    bytes: await bytesOf(file),
    holding: holdingFile ? { file: holdingFile, bytes: await bytesOf(holdingFile, MOST_HOLDING_MEGABYTES) } : null,
  };
  const worker = new Worker(new URL('./plan-read.mjs', import.meta.url), { workerData: task });
  const late = new Promise<never>((_, reject) => {
    setTimeout(
      () =>
        reject(new Unreadable(`${basename(file)} was not read within a minute. It may be damaged: export it again.`)),
      LONGEST_READ,
    ).unref();
  });
  try {
    const answered = once(worker, 'message') as Promise<[{ found: object } | { refused: string }]>;
    const [answer] = await Promise.race([answered, late]);
    if ('refused' in answer) throw new Unreadable(answer.refused);
    return answer.found;
  } finally {
    await worker.terminate();
  }
}

const json = (value: unknown): string => `${JSON.stringify(value, null, 1)}\n`;

/** The year after `--year`; every few years where it is left out. */
function yearAsked([flag, year]: readonly string[]): number | null {
  if (flag === undefined) return null;
  const n = Number(year);
  if (flag !== '--year' || !Number.isInteger(n) || n < 0 || n > LAST_YEAR)
    throw new Unreadable(`--year wants a whole number from 0 to ${LAST_YEAR}, such as --year 10.`);
  return n;
}

/** Refuses a file with a picture that is not the one that its name stands for. */
function checkPictures(pictures: Pictures, name: string): void {
  for (const [file, bytes] of Object.entries(pictures))
    if (createHash('sha256').update(bytes).digest('hex') !== file)
      throw new Unreadable(
        `${name} carries a picture under the name of another (${file.slice(0, 8)}…). Ask its sender for a fresh copy; nothing was merged.`,
      );
}

/** Lays day files, or other copies of the holding, to its record, all or none of them, and tells what came of it. */
async function mergeInto(file: string, days: readonly string[], out: string): Promise<object> {
  const { holding, pictures, lines } = await fileIn(file);
  const came = await Promise.all(
    days.map(async (name) => {
      const bytes = await bytesOf(name, MOST_HOLDING_MEGABYTES);
      if (!name.endsWith('.closerank')) {
        const day = readDayFile(bytes, basename(name));
        checkPictures(day.pictures, basename(name));
        checkDayOf(day, holding, basename(name));
        return day;
      }
      const other = readCloserank(bytes, basename(name));
      checkPictures(other.pictures, basename(name));
      checkDayOf(
        { holding: other.holding.id, lineage: lineageOf(other.holding), name: other.holding.name, by: '' },
        holding,
        basename(name),
      );
      return other;
    }),
  );
  const merged = handOver(
    lines,
    came.flatMap((day) => day.lines),
    now(),
  );
  const photos = Object.assign({}, pictures, ...came.map((day) => day.pictures)) as typeof pictures;
  await writeFile(out, writeCloserank(holding, photos, merged.lines));
  return {
    events: merged.events.length,
    new: merged.fresh.length,
    known: merged.known,
    clashes: merged.clashes,
    newer: merged.newer,
    saidDifferently: merged.differing.map(({ planting, label, differs }) => ({
      planting,
      label,
      sides: differs.map(({ side, sayings }) => ({
        side,
        said: sayings.map(({ id, kind, by, at }) => ({ id, kind, by, at })),
      })),
    })),
    clocksAhead: merged.clocks,
    unread: came.flatMap((day) => day.problems),
  };
}

const now = clockOf();
/** Today where this runs. */
const todayHere = (): number =>
  dayAsked(new Date(now() - new Date(now()).getTimezoneOffset() * 60_000).toISOString().slice(0, 10));

/** Does what the words of a command ask; what it prints comes back. Throws {@link Unreadable} with the sentence where it cannot. */
export async function planCommand([verb, file, ...rest]: readonly string[]): Promise<string> {
  const [directory] = rest;
  if (verb === 'report' && file) return json(report(await holdingIn(file)));
  if (verb === 'bill' && file) {
    const { holding, events } = await fileIn(file);
    return json(billOf(holding, events));
  }
  if (verb === 'years' && file) return json(yearsOf(await holdingIn(file), yearAsked(rest)));
  if (verb === 'tasks' && file) {
    const { holding, events } = await fileIn(file);
    const [flag, day] = rest;
    if (flag !== undefined && flag !== '--on') throw new Unreadable('--on wants a day, such as --on 2027-03-14.');
    return json(daysOf(holding, events, flag ? dayAsked(day) : todayHere()));
  }
  if (verb === 'calendar' && file && directory) {
    const { holding, events } = await fileIn(file);
    await writeFile(directory, icsOf(holding, events, todayHere()));
    return '';
  }
  if (verb === 'merge' && file && rest.length >= 2) return json(await mergeInto(file, rest.slice(0, -1), rest.at(-1)!));
  if (verb === 'ledger' && file) return `${ledgerText((await fileIn(file)).events)}\n`;
  if (verb === 'export' && file && directory) {
    const sans = 'atkinson-hyperlegible-next';
    const fonts = { regular: await font(sans, 400), bold: await font(sans, 700), heading: await font('bitter', 600) };
    await exportAll(await fileIn(file), directory, fonts);
    return '';
  }
  if (verb === 'new' && file && directory) {
    const text = new TextDecoder().decode(await bytesOf(file));
    let plan: unknown;
    try {
      plan = JSON.parse(text);
    } catch (problem) {
      throw new Unreadable(
        `${basename(file)} is not whole JSON: ${(problem as Error).message}. Mend it and run this again.`,
      );
    }
    const holding = holdingFromPlan(plan, basename(file));
    await writeAll(directory, { [`${holding.id}.closerank`]: writeCloserank(holding) });
    return json(report(holding));
  }
  if (verb === 'read' && file) return json(await found(file, directory));
  throw new Unreadable(USAGE);
}

if (import.meta.filename === process.argv[1])
  planCommand(process.argv.slice(2)).then(
    (text) => process.stdout.write(text),
    (problem: unknown) => {
      process.stderr.write(
        `${problem instanceof Unreadable ? problem.message : String(problem instanceof Error ? problem.stack : problem)}\n`,
      );
      process.exitCode = 1;
    },
  );
