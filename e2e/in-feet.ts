import type { Page } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { readCloserank, writeCloserank } from '../src/core/files/closerank.ts';
import type { Holding, Planting } from '../src/core/holding/schema.ts';
import { plannedAt } from '../src/core/units/quantities.ts';

const DEMO = 'dist/demo/tern-hollow.closerank';
const at = (metres: number): number => plannedAt(metres, 'us');

const maybe = (metres: number | null): number | null => (metres === null ? null : at(metres));

/** A planting as somebody with a tape in feet would plan it: what was measured on the ground stays as it is. */
const plantingInFeet = (planting: Planting): Planting => ({
  ...planting,
  baseline: inFeet(planting.baseline),
  rows: planting.rows.map((row) => ({
    ...row,
    spacing: at(row.spacing),
    rowGap: at(row.rowGap),
    inset: at(row.inset),
    trim: { start: at(row.trim.start), stop: at(row.trim.stop) },
    standards: row.standards && { ...row.standards, every: at(row.standards.every), first: at(row.standards.first) },
    kept: row.kept && {
      height: maybe(row.kept.height),
      width: maybe(row.kept.width),
      clearStem: maybe(row.kept.clearStem),
    },
  })),
  gaps: planting.gaps.map((gap) => ({ ...gap, at: at(gap.at), width: at(gap.width) })),
});

function inFeet(baseline: Planting['baseline']): Planting['baseline'] {
  if (baseline.kind === 'beside') return { ...baseline, setback: at(baseline.setback) };
  if (baseline.kind !== 'block') return baseline;
  const lanes = baseline.lanes && { ...baseline.lanes, width: at(baseline.lanes.width) };
  return { ...baseline, headland: at(baseline.headland), lanes };
}

/** The demo holding as it would have been planned in feet, brought in place of the one in metres. */
export async function plannedInFeet(page: Page): Promise<void> {
  const demo = readCloserank(new Uint8Array(readFileSync(DEMO)), 'tern-hollow.closerank');
  const { rules, aims, plantings } = demo.holding;
  const holding: Holding = {
    ...demo.holding,
    units: 'us',
    plantings: plantings.map(plantingInFeet),
    rules: rules.map((rule) =>
      'metres' in rule
        ? { ...rule, metres: at(rule.metres) }
        : 'most' in rule && rule.kind === 'sightTriangle'
          ? { ...rule, most: at(rule.most) }
          : rule,
    ),
    aims: aims.map((aim) => (aim.kind === 'strip' ? { ...aim, width: at(aim.width) } : aim)),
  };
  const body = Buffer.from(writeCloserank(holding, demo.pictures));
  await page.route('**/demo/tern-hollow.closerank', (route) => route.fulfill({ body }));
}
