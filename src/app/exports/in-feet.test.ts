import PDFDocument from 'pdfkit';
import { readFileSync } from 'node:fs';
import { strFromU8, unzipSync } from 'fflate';
import { describe, expect, it, vi } from 'vitest';
import { fonts } from '../../../checks/fonts.ts';
import { converted, FEET, heldInFeet, METRIC } from '../../../checks/in-feet.ts';
import { holdingFromPlan } from '../../core/files/plan-json.ts';
import { setStart } from '../../core/holding/days-commands.ts';
import { take } from '../../core/holding/command.ts';
import type { Holding } from '../../core/holding/schema.ts';
import { EXPORT_NAMES, exportFile, type ExportName } from './export-files.ts';

const demo = (): Holding => {
  const plan = JSON.parse(readFileSync(new URL('../../../demo/tern-hollow.plan.json', import.meta.url), 'utf8'));
  const holding = holdingFromPlan(plan, 'tern-hollow');
  return holding.plantings.reduce((held, { id }) => take(held, setStart(id, '2027-02-22', '')).holding, holding);
};

/** Everything that a file says, a line each: of a PDF what is set in it. */
async function said(name: ExportName, holding: Holding): Promise<string[]> {
  const set = vi.spyOn(PDFDocument.prototype, 'text');
  const bytes = await exportFile(name, holding, { fonts, on: '2027-02-10' });
  const lines = set.mock.calls.map(([text]) => text);
  set.mockRestore();
  if (name.endsWith('.pdf')) return lines;
  if (!name.endsWith('.xlsx')) return strFromU8(bytes).split('\n');
  return Object.entries(unzipSync(bytes))
    .filter(([file]) => /sharedStrings|worksheets/.test(file))
    .flatMap(([, part]) => strFromU8(part).split(/<[^>]+>/));
}
/** Files whose numbers are for machines, in metres whoever reads them. */
const FOR_MACHINES = /geojson|kml|gpx|dxf/;

describe('papers and files', () => {
  it.each(EXPORT_NAMES.filter((name) => !FOR_MACHINES.test(name)))(
    '%s of a holding that is planned in feet says no metre and none converted; in metres no foot',
    { timeout: 60_000 },
    async (name) => {
      const holding = demo();
      const feet = await said(name, heldInFeet(holding));
      expect(feet.length).toBeGreaterThan(0);
      expect(feet.filter((line) => METRIC.test(line) || converted(line))).toEqual([]);
      const metres = await said(name, holding);
      expect(metres.filter((line) => FEET.test(line))).toEqual([]);
      // What is read is what is set: lengths are on every paper that has any.
      if (/(?:peg-sheets|setting-out|cards|cutting-plan|days)\.pdf/.test(name))
        expect([metres.some((line) => METRIC.test(line)), feet.some((line) => FEET.test(line))]).toEqual([true, true]);
    },
  );
});
