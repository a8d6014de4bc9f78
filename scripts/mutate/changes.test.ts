import { describe, expect, it } from 'vitest';
import { changed, changesOf, dataChangesOf, marked } from './changes.ts';

const tried = (code: string) => changesOf(code).map((change) => changed(code, change));

describe(changesOf, () => {
  it.each([
    ['a + b;', ['(a - b);', '(a);']],
    ['a < b;', ['(a <= b);']],
    ['if (a) b();', ['if (!(a)) b();']],
    ['a ? b : c;', ['(a ? c : b);']],
    ['Math.min(a, b);', ['Math.max(a, b);']],
    ['f(a, b);', ['f(b, a);']],
    ['x = -0.4;', ['x = (0.4);', 'x = -0.5;']],
    ['a ?? b;', ['(a);']],
    ['d < 1e-9;', ['(d <= 1e-9);']],
  ])('%s', (code, all) => expect(tried(code)).toEqual(all));
  it('leaves types, texts, names of fields and imports alone', () =>
    expect(tried("import a from 'b'; type T = 1 | 2; const t: Record<3, 4> = { 3: 'five' }; `${t} 6` + '7';")).toEqual(
      [],
    ));
});

describe(dataChangesOf, () => {
  it('changes each number, none in text', () => {
    const json = '{ "2 m": [1, -0.4], "why": "3 to 4" }';
    expect(dataChangesOf(json).map((change) => changed(json, change))).toEqual([
      '{ "2 m": [2, -0.4], "why": "3 to 4" }',
      '{ "2 m": [1, -0.5], "why": "3 to 4" }',
    ]);
  });
});

describe(marked, () => {
  it('tells which changes are come by, nested ones and chains too, and changes nothing else', () => {
    const code = 'const f = (a) => (a.b?.c(a.x, 1).d ?? (a.n > 2 ? Math.max(a.n, 3) : -a.n)) + 1; return f;';
    const seen = new Set<number>();
    const text = marked(
      code,
      changesOf(code).map(({ site }, id) => ({ id, site })),
    );
    const f = new Function('__reach', text)((id: number) => seen.add(id)) as (a: object) => number;
    expect(f({ n: 2 })).toBe(-1);
    const first = seen.size;
    expect(f({ n: 7 })).toBe(8);
    expect(f({ b: { c: () => ({ d: 4 }) } })).toBe(5);
    expect(first).toBeLessThan(seen.size);
    expect(seen.size).toBe(changesOf(code).length);
  });
});
