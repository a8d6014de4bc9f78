import { strFromU8, unzipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { row, sample } from '../../../../checks/sample.ts';
import { sheetsCsv, sheetsXlsx } from '../../files/sheet-files.ts';
import { take } from '../../holding/command.ts';
import { setMeasure, setWay } from '../../holding/means-commands.ts';
import type { Holding } from '../../holding/schema.ts';
import { layHolding } from '../../ranks/laid.ts';
import { orderList } from '../../account/order-list.ts';
import { quantities } from '../../account/quantities.ts';
import { wantedOf } from '../suppliers.ts';
import { cuttingSheet } from './cutting-sheet.ts';
import { dripSheet } from './drip-sheet.ts';
import { fenceSheet } from './fence-sheet.ts';
import type { Drawing, Sheet, Table } from './sheet.ts';
import { packRows } from '../trailer.ts';
import { NO_LEDGER } from '../../record/ledger.ts';
import { packingSheet } from './packing-sheet.ts';
import { priceRequest, supplierSheets } from './supplier-sheets.ts';

const chosen = (holding: Holding, of: 'weeds' | 'protection' | 'water', method: string): Holding =>
  take(holding, setWay('p1', of, { method }, '')).holding;
const laidOf = (holding: Holding) => layHolding(holding)[0]!;
const table = (sheet: Sheet | null, name: string): Table =>
  sheet!.parts.find((part): part is Table => part.kind === 'table' && part.name === name)!;
const drawing = (sheet: Sheet | null): Drawing =>
  sheet!.parts.find((part): part is Drawing => part.kind === 'drawing')!;
const metres = (text: string | number) => Number.parseFloat(String(text));

describe(cuttingSheet, () => {
  // 118 m of fabric 1.0 m wide over rows of 42, 42 and 34 m from rolls of 50 m.
  const lengths = [42, 42, 34];
  const rows = lengths.map((length, i) =>
    row({ name: `R${i}`, rowGap: i === 0 ? 0 : 2, spacing: 1, trim: { start: 0, stop: 42 - length } }),
  );
  const holding = [
    ['weed.rollLength', 50],
    ['weed.rollWidth', 1],
    ['weed.strip', 1],
  ].reduce<Holding>(
    (on, [key, value]) => take(on, setMeasure('p1', 'weeds', key as 'weed.strip', value as number, '')).holding,
    chosen(sample({ length: 42, rows }), 'weeds', 'fabric'),
  );
  const sheet = cuttingSheet(laidOf(holding), holding);
  it('adds up to the rows with their overlaps and buried ends, and throws no offcut over 5 m away', () => {
    const pieces = table(sheet, 'Pieces').rows;
    const cut = pieces.reduce((sum, piece) => sum + metres(piece[4]!), 0);
    const joints = pieces.filter((piece) => piece[5] !== '').length;
    const rowsLaid = laidOf(holding).layout.stand.rows.reduce(
      (sum, { line, row: { trim } }) => sum + (line ? 42 - trim.stop : 0),
      0,
    );
    expect(rowsLaid).toBe(118);
    expect(cut).toBeGreaterThanOrEqual(118 + 3 * 2 * 0.3 + joints * 0.3 - 0.2);
    expect(cut).toBeLessThan(118 + 6 + 3 * 2 * 0.3 + joints * 0.3);
    expect(new Set(pieces.map(([roll]) => roll)).size).toBe(3);
    const over = /Left over: (.*)\. Keep/
      .exec((sheet!.parts.at(-1) as { text: string }).text)![1]!
      .split(', ')
      .map(metres);
    expect(over.slice(0, -1).every((piece) => piece <= 5)).toBe(true);
    expect(cut + over.reduce((a, b) => a + b, 0)).toBeCloseTo(150, 0);
  });
  it('says where each slit is cut, row by row', () => {
    const cuts = table(sheet, 'Cuts for the plants').rows;
    const { stand } = laidOf(holding).layout;
    expect(cuts.map(([, plants]) => plants)).toEqual(stand.rows.map(({ from, to }) => to - from));
    expect(cuts.map(([, , first]) => metres(first!))).toEqual(stand.rows.map(({ from }) => stand.chainage[from]!));
    expect(cuts.every(([, , , every]) => metres(every!) === 1)).toBe(true);
  });
  it('names an end of a roll that is too short to be laid', () => {
    const short = {
      ...holding,
      plantings: [
        {
          ...holding.plantings[0]!,
          rows: holding.plantings[0]!.rows.map((one) => ({ ...one, trim: { start: 0, stop: 0 } })),
        },
      ],
    };
    const wide = take(short, setMeasure('p1', 'weeds', 'weed.rollLength', 46, '')).holding;
    const { text } = cuttingSheet(laidOf(wide), wide)!.parts.at(-1) as { text: string };
    // Rows of 42 m with buried ends from rolls of 46 m: 3.4 m come off each.
    expect(text).toMatch(/^Left over: 3\.40 m, 3\.40 m, 3\.40 m\. Keep/);
  });
  it('draws each piece on its row between the ends of the sheet, and is not there where nothing is cut', () => {
    const { shapes, width, height } = drawing(sheet);
    const boxes = shapes.filter((shape) => shape.kind === 'box');
    expect(boxes).toHaveLength(table(sheet, 'Pieces').rows.length);
    for (const box of boxes) {
      expect(box.at[0] + box.width).toBeLessThanOrEqual(width);
      expect(box.at[1] + box.height).toBeLessThanOrEqual(height);
    }
    expect(cuttingSheet(laidOf(sample()), sample())).toBeNull();
    // Where feet are used it is cut off a tape, to the eighth of an inch: 40.6 m.
    const feet = chosen(sample({ length: 40, units: 'us', rows: [row({ spacing: 1 })] }), 'weeds', 'fabric');
    expect(table(cuttingSheet(laidOf(feet), feet), 'Pieces').rows[0]![4]).toMatch(/^\d+ ft \d+ \d\/\d in$/);
  });
});

describe(fenceSheet, () => {
  it('goes round the planting from corner to corner, its stretches as long as the fence, its pieces those of the order', () => {
    const holding = chosen({ ...sample({ length: 60 }), animals: ['rabbit'] }, 'protection', 'rabbit');
    const sheet = fenceSheet(laidOf(holding), holding);
    const stretches = table(sheet, 'Stretches').rows;
    expect(stretches.map(([from, to]) => [from, to])).toEqual([
      [1, 2],
      [2, 3],
      [3, 4],
      [4, 1],
    ]);
    const round = stretches.reduce((sum, [, , length]) => sum + metres(length!), 0);
    expect(sheet!.intro).toContain(`${round.toFixed(1)} m on the slope`);
    expect(table(sheet, 'Pieces').rows.map(([piece]) => piece)).toContain('Rabbit netting, roll of 50 m');
    expect(drawing(sheet).shapes.filter((shape) => shape.kind === 'dot' && shape.look === 'post')).toHaveLength(4);
    expect(fenceSheet(laidOf(sample()), sample())).toBeNull();
  });
});

describe(dripSheet, () => {
  it('names each line by zone and row, and is drawn from the tap; where drip is not chosen there is none', () => {
    const tap = { kind: 'tap', name: 'tap', points: [[0, -10]], flow: 2 } as never;
    const dry = sample({ features: [tap] });
    const holding = chosen(dry, 'water', 'drip');
    const sheet = dripSheet(laidOf(holding), holding);
    expect(table(sheet, 'Lines').rows.length).toBeGreaterThan(0);
    expect(table(sheet, 'Lines').rows.reduce((sum, line) => sum + metres(line[2]!), 0)).toBe(
      laidOf(holding).layout.stand.count,
    );
    expect(drawing(sheet).shapes.filter((shape) => shape.kind === 'dot' && shape.look === 'tap')).toHaveLength(1);
    expect(dripSheet(laidOf(dry), dry)).toBeNull();
  });
});

describe('orders on paper', () => {
  const holding = chosen(sample(), 'weeds', 'mats');
  const wanted = wantedOf(
    orderList(
      layHolding(holding).map(({ planting, layout }) => quantities(planting, layout, holding)),
      holding,
    ),
  );
  const [plant] = wanted;
  const nursery = {
    id: 'n',
    name: '=Made-up [nursery]',
    kind: 'nursery' as const,
    delivery: 1500,
    freeFrom: null,
    least: 0,
    leadDays: 7,
    season: 'winter',
    offers: [{ key: plant!.key, packs: [{ size: 25, price: 2000 }], left: null }],
  };
  const sender = { name: 'A steward', address: 'Lane 1', deliverTo: '' };
  const letter = {
    on: '1 December 2026',
    replyBy: '15 December 2026',
    lots: [
      { by: '2 March 2027', needs: new Map([[plant!.key, 20]]) },
      { by: null, needs: new Map([[plant!.key, 5]]) },
    ],
  };
  const sheets = supplierSheets(wanted, [nursery], { ...holding, sender }, letter);
  it('part what is wanted between suppliers, every line on one sheet, and ask for what nobody has', () => {
    expect(sheets.map(({ title }) => title)).toEqual(['Order to =Made-up [nursery]', 'Without a supplier']);
    const lines = sheets.flatMap(({ parts }) =>
      parts.flatMap((part) => (part.kind === 'table' && part.name !== 'Letter' ? part.rows : [])),
    );
    expect(lines).toHaveLength(wanted.length);
    const packs = Math.ceil(plant!.need / 25);
    expect(lines[0]!.slice(3)).toEqual([plant!.need, `${packs} × 25`, packs * 25, '20 by 2 March 2027; 5', packs * 20]);
    expect(sheets[0]!.parts[2]).toMatchObject({ text: expect.stringContaining('bringing €15') });
    expect(table(priceRequest(wanted, holding, letter), 'Request for a price').rows).toHaveLength(wanted.length);
  });
  it('say from whom to whom, when, until when, where to and by when; what is not known is left open to be written in', () => {
    expect(table(sheets[0]!, 'Letter')).toMatchObject({
      head: ['From', 'A steward'],
      rows: [
        ['Address', 'Lane 1'],
        ['To', '=Made-up [nursery]'],
        ['Date', '1 December 2026'],
        ['Please answer by', '15 December 2026'],
        ['Bring it to', 'Lane 1'],
        ['To be here', expect.stringMatching(/^by 2 March 2027; \.+$/)],
      ],
    });
    const open = table(priceRequest(wanted, holding, { on: null, replyBy: null, lots: [] }), 'Letter');
    expect([open.head[1], ...open.rows.map(([, said]) => said)].every((said) => /^\.+$/.test(String(said)))).toBe(true);
    expect(sheets[0]!.parts.at(-1)).toMatchObject({ text: expect.stringContaining('where its seed was gathered') });
  });
  it('run nothing as a formula in a spreadsheet, and name worksheets as one may', async () => {
    const sheet = (...heads: string[]) => ({
      title: '=1+1',
      intro: '',
      parts: heads.map((head) => ({ kind: 'table' as const, name: 't', head: [head], rows: [['+1'], [2]] })),
    });
    // One sheet needs no title in each line, and months of one kind one head; of several each line says whose it is.
    expect(sheetsCsv([sheet('@a', '@a')]).split('\r\n')).toEqual([`\uFEFF"'@a"`, `"'+1"`, '2', `"'+1"`, '2', '']);
    expect(sheetsCsv([sheet('@a'), sheet('b')]).split('\r\n')).toEqual([
      `\uFEFFSheet,"'@a"`,
      `"'=1+1","'+1"`,
      `"'=1+1",2`,
      'Sheet,b',
      `"'=1+1","'+1"`,
      `"'=1+1",2`,
      '',
    ]);
    const book = unzipSync(await sheetsXlsx([...sheets, ...sheets]));
    const names = [...strFromU8(book['xl/workbook.xml']!).matchAll(/<sheet\b[^>]*? name="([^"]*)"/g)].map(
      ([, name]) => name!,
    );
    expect(names).toHaveLength(4);
    expect(new Set(names).size).toBe(4);
    for (const name of names) expect(name).toMatch(/^[^[\]/\\?*:]{1,31}$/);
    expect(await sheetsXlsx(sheets)).toEqual(await sheetsXlsx(structuredClone(sheets)));
  });
});

describe(packingSheet, () => {
  it('packs every row with its plants and their pieces, which add up to the order without its spares', () => {
    const holding = {
      ...sample({
        rows: [row({ name: 'Front' }), row({ name: 'Back', rowGap: 2, species: [[1, 'Acer campestre']] })],
      }),
      animals: ['rabbit'],
    } as Holding;
    const { rows } = table(packingSheet(layHolding(holding), holding, NO_LEDGER), holding.plantings[0]!.name);
    const { stand } = laidOf(holding).layout;
    expect(rows.map(([name]) => name)).toEqual(['1 Front', '2 Back']);
    expect(rows.map(([, plants]) => plants)).toEqual(
      stand.rows.map(({ from, to }, r) => `${to - from} ${['hazel', 'field maple'][r]}`),
    );
    const whole = quantities(holding.plantings[0]!, laidOf(holding).layout, holding).kit;
    for (const { key, wanted } of whole) {
      const packed = packRows(layHolding(holding), holding)
        .flatMap(({ pieces }) => pieces.filter((piece) => piece.key === key))
        .reduce((sum, { count }) => sum + count, 0);
      expect(packed, key).toBeCloseTo(wanted, 6);
    }
    const strip = chosen(sample({ length: 40, rows: [row({ spacing: 1 })] }), 'weeds', 'fabric');
    const [packed] = packRows(layHolding(strip), strip);
    // 40 m and 0.3 m buried at both ends; the roll itself is packed once, not for each row.
    expect(packed!.cut).toEqual([{ key: 'fabric', metres: expect.closeTo(40.6, 6) }]);
    expect(packed!.pieces.map(({ key }) => key)).not.toContain('fabric');
    expect(packingSheet(layHolding(strip), strip, NO_LEDGER)!.parts[0]).toMatchObject({
      rows: [[expect.any(String), expect.any(String), expect.stringContaining('41 m of fabric')]],
    });
    expect(packingSheet([], holding, NO_LEDGER)).toBeNull();
  });
});
