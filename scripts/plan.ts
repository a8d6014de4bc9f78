/** The same core without a screen: `npm run -s plan -- report FILE`, `export FILE DIR`, `new plan.json DIR`. */
import { mkdir, readFile, stat, writeFile } from 'node:fs/promises';
import { basename, join } from 'node:path';
import { createRequire } from 'node:module';
import { exportFiles } from '../src/app/exports/export-files.ts';
import { usePdfFonts } from '../src/app/exports/peg-sheet-pdf.ts';
import { readCloserank, writeCloserank } from '../src/core/files/closerank.ts';
import { holdingFromPlan } from '../src/core/files/plan-json.ts';
import { MOST_MEGABYTES, refuse, Unreadable } from '../src/core/files/problems.ts';
import { report } from '../src/core/files/report.ts';
import { guessAll } from '../src/core/files/shapes/becomes.ts';
import { middleOf, readShapes } from '../src/core/files/shapes/read-shapes.ts';
import { planeAt } from '../src/core/ground/plane.ts';

const USAGE = `Usage:
  npm run -s plan -- report FILE.closerank        totals, positions and findings as JSON
  npm run -s plan -- export FILE.closerank DIR    peg sheets, order list and GeoJSON into DIR
  npm run -s plan -- new plan.json DIR            builds a holding from plan.json into DIR and reports it
  npm run -s plan -- read FILE [HOLDING]          what a map file would bring in, as JSON`;

/** A font as a data address: the browser's build of the PDF library fetches its fonts. */
async function font(family: string, weight: number): Promise<string> {
  const file = createRequire(import.meta.url).resolve(
    `@fontsource/${family}/files/${family}-latin-${weight}-normal.woff`,
  );
  return `data:font/woff;base64,${(await readFile(file)).toString('base64')}`;
}

async function bytesOf(file: string): Promise<Uint8Array> {
  const { size } = await stat(file).catch(() => {
    throw new Unreadable(`${file} cannot be opened. Check its name and folder.`);
  });
  if (size > MOST_MEGABYTES * 1e6)
    refuse(basename(file), { code: 'too-big', megabytes: Math.round(size / 1e6), most: MOST_MEGABYTES });
  return new Uint8Array(await readFile(file));
}

async function writeAll(directory: string, files: Record<string, Uint8Array>): Promise<void> {
  await mkdir(directory, { recursive: true });
  for (const [name, bytes] of Object.entries(files)) await writeFile(join(directory, name), bytes);
}

/** What the import sheet would show of a map file: laid on the plane of the holding given, else round its own first place. */
async function found(file: string, holdingFile: string | undefined): Promise<object> {
  const [bytes, name] = [await bytesOf(file), basename(file)];
  const holding = holdingFile ? readCloserank(await bytesOf(holdingFile), basename(holdingFile)).holding : null;
  const place = holding?.place ?? middleOf(bytes, name) ?? { latitude: 0, longitude: 0 };
  const { shapes, ...rest } = readShapes(bytes, name, planeAt(place));
  const becomes = guessAll(shapes, !holding?.boundary);
  return {
    file: name,
    place,
    ...rest,
    shapes: shapes.map(({ name: called, shape, points }, i) => ({
      name: called,
      shape,
      points: points.length,
      becomes: becomes[i],
    })),
  };
}

const print = (value: unknown): void => void process.stdout.write(`${JSON.stringify(value, null, 1)}\n`);

async function run([verb, file, directory]: string[]): Promise<void> {
  if (verb === 'report' && file) return print(report(readCloserank(await bytesOf(file), basename(file)).holding));
  if (verb === 'export' && file && directory) {
    const sans = 'atkinson-hyperlegible-next';
    usePdfFonts({ regular: await font(sans, 400), bold: await font(sans, 700), heading: await font('bitter', 600) });
    return writeAll(directory, await exportFiles(readCloserank(await bytesOf(file), basename(file)).holding));
  }
  if (verb === 'new' && file && directory) {
    const text = new TextDecoder().decode(await bytesOf(file));
    let json: unknown;
    try {
      json = JSON.parse(text);
    } catch (problem) {
      throw new Unreadable(
        `${basename(file)} is not whole JSON: ${(problem as Error).message}. Mend it and run this again.`,
      );
    }
    const holding = holdingFromPlan(json, basename(file));
    await writeAll(directory, { [`${holding.id}.closerank`]: writeCloserank(holding) });
    return print(report(holding));
  }
  if (verb === 'read' && file) return print(await found(file, directory));
  throw new Unreadable(USAGE);
}

run(process.argv.slice(2)).catch((problem: unknown) => {
  process.stderr.write(
    `${problem instanceof Unreadable ? problem.message : String(problem instanceof Error ? problem.stack : problem)}\n`,
  );
  process.exitCode = 1;
});
