import PDFDocument from 'pdfkit';
import { readFileSync } from 'node:fs';
import { strFromU8, unzipSync } from 'fflate';
import { describe, expect, it, vi } from 'vitest';
import { fonts } from '../../../checks/fonts.ts';
import { row } from '../../../checks/sample.ts';
import { converted, FEET, heldInFeet, METRIC } from '../../../checks/in-feet.ts';
import { holdingFromPlan } from '../../core/files/plan-json.ts';
import { setStart } from '../../core/holding/days-commands.ts';
import { setWay } from '../../core/holding/means-commands.ts';
import { take } from '../../core/holding/command.ts';
import { bill } from '../../core/account/bill.ts';
import { orderOf } from '../../core/account/order-list.ts';
import { daySheet } from '../../core/field/day-sheet.ts';
import { wantedName } from '../../core/order/sheets/supplier-sheets.ts';
import { wantedOf } from '../../core/order/suppliers.ts';
import { layHolding } from '../../core/ranks/laid.ts';
import { NO_LEDGER } from '../../core/record/ledger.ts';
import { sum } from 'd3-array';
import type { Holding } from '../../core/holding/schema.ts';
import { exportFile } from './export-files.ts';
import { EXPORT_NAMES, type ExportName } from './export-names.ts';

const demo = (): Holding => {
  const plan = JSON.parse(readFileSync(new URL('../../../demo/tern-hollow.plan.json', import.meta.url), 'utf8'));
  const holding = holdingFromPlan(plan, 'tern-hollow');
  return [
    ...holding.plantings.map(({ id }) => setStart(id, '2027-02-22', '')),
    setWay('p4', 'protection', { method: 'stock' }, ''),
    setWay('p1', 'water', { method: 'drip' }, ''),
  ].reduce((held, command) => take(held, command).holding, holding);
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
/** Forty plantings of a holding in the south: a hedge of 3,000, a block, guilds, and names as long as they may be. */
const large = (): Holding => {
  const [hedge, block, guilds] = ['A hedge that goes on along the whole of the eastern boundary', 'Block', 'Guilds'];
  const at = (n: number) => [0, n * 30] as const;
  return holdingFromPlan(
    {
      name: 'Forty plantings, of a holding with a long name to its papers',
      latitude: -37.5,
      longitude: 145,
      animals: ['rabbit', 'mediumDeer'],
      plantings: [
        {
          name: hedge,
          baseline: {
            points: [
              [0, -40],
              [500, -40],
            ],
          },
          rows: [0, 0.5].map((rowGap) => row({ spacing: 0.333, rowGap, staggered: rowGap > 0 })),
        },
        {
          name: block,
          purpose: 'conservation',
          baseline: {
            outline: [
              [0, -200],
              [60, -200],
              [60, -150],
              [0, -150],
            ],
          },
          rows: [row({ spacing: 2, rowGap: 2 })],
        },
        {
          name: guilds,
          purpose: 'glade',
          baseline: {
            anchors: [
              [100, -200],
              [112, -200],
            ],
          },
          rows: [row({ spacing: 1 }), row({ spacing: 1.5, rowGap: 2 })],
        },
        ...Array.from({ length: 37 }, (_, n) => ({
          name: `Short belt number ${n + 1}`,
          baseline: { points: [at(n), [21, n * 30] as const].map(([x, y]) => [x, y] as [number, number]) },
          rows: [row({ stock: ['whip', 'pot4', 'feathered'][n % 3]! })],
        })),
      ],
    },
    'large',
  );
};
/** Files whose numbers are for machines, in metres whoever reads them. */
const FOR_MACHINES = /geojson|kml|gpx|dxf/;

type Box = readonly [left: number, top: number, right: number, bottom: number];
/** Pairs of texts of one page that lie on one another by more than their own air, points. */
const onOneAnother = (type: readonly { text: string; page: number; box: Box }[]): string[] =>
  type.flatMap((a, i) =>
    type
      .slice(i + 1)
      .filter(
        (b) =>
          a.page === b.page &&
          Math.min(a.box[2], b.box[2]) - Math.max(a.box[0], b.box[0]) > 1 &&
          Math.min(a.box[3], b.box[3]) - Math.max(a.box[1], b.box[1]) > 3,
      )
      .map((b) => `${a.page}: ${a.text} | ${b.text}`),
  );
/** Each text of a paper with its size and the box of its page that it must stay in, points; and how many pages there are. */
async function typeOf(name: ExportName, holding: Holding) {
  const type: { text: string; size: number; right: number; over: number; page: number; foot: boolean; box: Box }[] = [];
  const pages = vi.spyOn(PDFDocument.prototype, 'addPage');
  const set = vi.spyOn(PDFDocument.prototype, 'text').mockImplementation(function (
    this: PDFDocument & { _fontSize: number },
    text,
    x,
    y,
    options = {},
  ) {
    const width = options.width ?? this.widthOfString(text);
    const high = this.heightOfString(text, options);
    const wide = Math.min(width, this.widthOfString(text));
    const left = options.align === 'right' ? x + width - wide : x;
    type.push({
      text,
      size: this._fontSize,
      right: x + width - this.page.width,
      over: y + high - this.page.height,
      page: pages.mock.calls.length,
      foot: y > this.page.height - 50,
      box: [left, y, left + wide, y + high],
    });
    return this;
  });
  await exportFile(name, holding, { fonts, on: '2027-02-10' });
  const count = pages.mock.calls.length;
  set.mockRestore();
  pages.mockRestore();
  return { type, count };
}

describe('papers and files', () => {
  it.each(EXPORT_NAMES.filter((name) => name.endsWith('.pdf')))(
    '%s has a foot on every page, no type under 8 points, nothing cut and nothing beyond its page',
    { timeout: 60_000 },
    async (name) => {
      for (const holding of [demo(), heldInFeet(demo())]) {
        const { type, count } = await typeOf(name, holding);
        const feet = type.filter(({ text }) => text.startsWith('made 10 February 2027, plan '));
        expect(feet.map(({ text }) => /page (\d+ of \d+)$/.exec(text)![1])).toEqual(
          Array.from({ length: count }, (_, i) => `${i + 1} of ${count}`),
        );
        if (name === 'day-sheet.pdf') expect(count).toBe(holding.plantings.length);
        expect(type.filter(({ size }) => size < 8)).toEqual([]);
        expect(type.filter(({ text }) => text.includes('…')).map(({ text }) => text)).toEqual([]);
        expect(type.filter(({ right, over }) => right > 0 || over > 0)).toEqual([]);
        // A tag is cut out along its frame, eight down a page.
        const frame = (at: number) => Math.floor((at - 28) / (((holding.units === 'us' ? 792 : 841.89) - 56) / 8));
        if (name.endsWith('tags.pdf'))
          expect(type.filter(({ foot, box: [, top, , bottom] }) => !foot && frame(top) !== frame(bottom - 1))).toEqual(
            [],
          );
        // Feet are set at the end, over pages that are done.
        expect(onOneAnother(type.filter(({ foot }) => !foot))).toEqual([]);
      }
    },
  );

  it.each(
    EXPORT_NAMES.filter((name) => /^(peg|every|setting|day-|planting|row|bundle|packing|price|order).*pdf$/.test(name)),
  )(
    '%s of forty plantings, of a hedge of 3,000, a block and guilds in the south, stays as large and on its page',
    { timeout: 120_000 },
    async (name) => {
      for (const holding of [large(), heldInFeet(large())]) {
        const { type, count } = await typeOf(name, holding);
        expect(type.filter(({ text }) => text.startsWith('made 10 February 2027, plan '))).toHaveLength(count);
        expect(type.filter(({ size, text }) => size < 8 || text.includes('…'))).toEqual([]);
        expect(type.filter(({ right, over }) => right > 0 || over > 0)).toEqual([]);
      }
    },
  );

  it.each(['fence-plan.pdf', 'drip-plan.pdf'] as const)(
    '%s is drawn at a scale that a ruler has, its bar as long as it says, with north',
    async (name) => {
      for (const [holding, bar] of [
        [demo(), /^(\d+) m; 1 : ([\d,]+), printed in its own size$/],
        [heldInFeet(demo()), /^(\d+) ft; 1 in to (\d+) ft, printed in its own size$/],
      ] as const) {
        const drawn = vi.spyOn(PDFDocument.prototype, 'lineTo');
        const texts = await said(name, holding);
        const bars = texts.flatMap((text) => (bar.test(text) ? [bar.exec(text)!] : []));
        const ends = drawn.mock.calls.map(([x]) => x);
        drawn.mockRestore();
        expect(bars.length).toBeGreaterThan(0);
        expect(texts.filter((text) => text === 'N')).toHaveLength(bars.length);
        for (const [, long, scale] of bars) {
          const ratio = Number(scale!.replace(',', ''));
          const points = holding.units === 'us' ? (72 * Number(long)) / ratio : (Number(long) * 72) / 0.0254 / ratio;
          expect(points).toBeLessThanOrEqual(160);
          expect(points).toBeGreaterThan(40);
          // From the margin, 36 points, on.
          expect(ends.some((x) => Math.abs(x - 36 - points) < 0.01)).toBe(true);
        }
      }
    },
  );

  it('every paper counts what the account counts', { timeout: 120_000 }, async () => {
    const holding = demo();
    const all = layHolding(holding);
    const lines = bill(holding, all, NO_LEDGER).filter(({ species }) => species);
    const total = sum(lines, ({ wanted }) => wanted);
    const told = async (name: ExportName, what: RegExp) => {
      const found = (await said(name, holding)).flatMap((text) => [...text.matchAll(what)]);
      return sum(found, ([, n]) => (n === undefined ? 1 : Number(n.replaceAll(',', ''))));
    };
    expect(total).toBe(1433);
    expect({
      pegs: await told('peg-sheets.pdf', /Peg sheet: ([\d,]+) plants/g),
      pegList: (await said('peg-sheets.csv', holding)).filter((line) => /,\d+\+/.test(line)).length,
      cards: await told('planting-cards.pdf', /; ([\d,]+) plants? of/g),
      rows: await told('row-tags.pdf', /: ([\d,]+) plants?$/g),
      bundles: await told('bundle-tags.pdf', /^([\d,]+) [A-Za-z]/g),
      plants: await told('plant-tags.pdf', /^[A-Z]+\d+-\d{3,}$/g),
      days: sum(all, (laid) => {
        const { parts } = daySheet(laid, NO_LEDGER, holding, null, []);
        const rows = parts.flatMap((part) => (part.kind === 'table' && part.name === 'Rows' ? part.rows : []));
        return sum(rows, ([, , , open]) => Number(open));
      }),
    }).toEqual({ pegs: total, pegList: total, cards: total, rows: total, bundles: total, plants: total, days: total });
    const wanted = wantedOf(orderOf(holding, all, NO_LEDGER));
    const asked = (await said('price-request.csv', holding)).filter((line) => !line.includes('....'));
    for (const { key, need } of wanted) {
      const [item, botanical] = wantedName(key, holding);
      expect(
        asked.some((line) => line.includes(item) && line.includes(botanical) && line.includes(`,${need},`)),
        key,
      ).toBe(true);
    }
  });

  it('a paper of nothing is not made: what is missing for it is said', async () => {
    const bare = { ...demo(), plantings: [] };
    for (const name of EXPORT_NAMES.filter((one) => one.endsWith('.pdf') && !/price|days/.test(one)))
      await expect(exportFile(name, bare, { fonts })).rejects.toThrow(/^Tern Hollow has nothing for this paper: .+\.$/);
  });

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
      // What is read is what is set: on these papers lengths stand.
      if (/(?:peg-sheets|setting-out|cards|cutting-plan|days)\.pdf/.test(name))
        expect([metres.some((line) => METRIC.test(line)), feet.some((line) => FEET.test(line))]).toEqual([true, true]);
    },
  );
});
