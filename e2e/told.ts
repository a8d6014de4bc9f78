import { readFileSync } from 'node:fs';
import { readCloserank } from '../src/core/files/closerank.ts';
import { readRecord } from '../src/core/record/lines.ts';
import { billOf } from '../src/core/reports/bill-report.ts';
import { dayAsked, daysOf } from '../src/core/reports/days-report.ts';
import { yearsOf } from '../src/core/reports/years-report.ts';

const DEMO = 'dist/demo/tern-hollow.closerank';

/** What `plan -- bill`, `plan -- tasks` and `plan -- years` print of a file, worked out here: starting them anew each time takes seconds. */
function opened(file: string) {
  const { holding, lines } = readCloserank(new Uint8Array(readFileSync(file)), file);
  return { holding, events: readRecord(lines).events };
}

export function billTold(file: string) {
  const { holding, events } = opened(file);
  return billOf(holding, events);
}

export function tasksTold(on: string) {
  const { holding, events } = opened(DEMO);
  return daysOf(holding, events, dayAsked(on));
}

export const yearsTold = (year: number | null) => yearsOf(opened(DEMO).holding, year);
