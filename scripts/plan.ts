/** The same core without a screen: `npm run -s plan -- report FILE`, `export FILE DIR`, `new plan.json DIR`. */
import { mkdir, readFile, stat, writeFile } from 'node:fs/promises';
import { basename, join } from 'node:path';
import { exportFiles } from '../src/app/exports/export-files.ts';
import { readCloserank, writeCloserank } from '../src/core/files/closerank.ts';
import { holdingFromPlan } from '../src/core/files/plan-json.ts';
import { MOST_MEGABYTES, refuse, Unreadable } from '../src/core/files/problems.ts';
import { report } from '../src/core/files/report.ts';

const USAGE = `Usage:
  npm run -s plan -- report FILE.closerank        totals, positions and findings as JSON
  npm run -s plan -- export FILE.closerank DIR    peg sheets, order list and GeoJSON into DIR
  npm run -s plan -- new plan.json DIR            builds a holding from plan.json into DIR and reports it`;

async function bytesOf(file: string): Promise<Uint8Array> {
  const { size } = await stat(file).catch(() => {
    throw new Unreadable(`${file} cannot be opened. Check its name and folder.`);
  });
  if (size > MOST_MEGABYTES * 1e6) refuse(basename(file), { code: 'too-big', megabytes: Math.round(size / 1e6), most: MOST_MEGABYTES });
  return new Uint8Array(await readFile(file));
}

async function writeAll(directory: string, files: Record<string, Uint8Array>): Promise<void> {
  await mkdir(directory, { recursive: true });
  for (const [name, bytes] of Object.entries(files)) await writeFile(join(directory, name), bytes);
}

const print = (value: unknown) => process.stdout.write(`${JSON.stringify(value, null, 1)}\n`);

async function run([verb, file, directory]: string[]): Promise<void> {
  if (verb === 'report' && file) return print(report(readCloserank(await bytesOf(file), basename(file))));
  if (verb === 'export' && file && directory) return writeAll(directory, await exportFiles(readCloserank(await bytesOf(file), basename(file))));
  if (verb === 'new' && file && directory) {
    const text = new TextDecoder().decode(await bytesOf(file));
    let json: unknown;
    try {
      json = JSON.parse(text);
    } catch (problem) {
      throw new Unreadable(`${basename(file)} is not whole JSON: ${(problem as Error).message}. Mend it and run this again.`);
    }
    const holding = holdingFromPlan(json, basename(file));
    await writeAll(directory, { [`${holding.id}.closerank`]: writeCloserank(holding) });
    return print(report(holding));
  }
  throw new Unreadable(USAGE);
}

run(process.argv.slice(2)).catch((problem: unknown) => {
  process.stderr.write(`${problem instanceof Unreadable ? problem.message : String(problem instanceof Error ? problem.stack : problem)}\n`);
  process.exitCode = 1;
});
