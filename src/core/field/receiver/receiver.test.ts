import { describe, expect, it } from 'vitest';
import { row, sample } from '../../../../checks/sample.ts';
import { distance, type Point } from '../../geometry/point.ts';
import { planeAt } from '../../ground/plane.ts';
import { layHolding } from '../../ranks/laid.ts';
import { NO_LEDGER } from '../../record/ledger.ts';
import { seeded } from '../../units/seeded.ts';
import { boundaryCaution, tiesTo, wayTo } from '../next-peg.ts';
import { pegging } from '../pegging.ts';
import { pegsOf } from '../../record/pegs.ts';
import { averaged, fixKinds, hear, SILENT, withFix, worthOf, type Fix, type FixKind, type Heard } from './fix.ts';
import { ReceiverStandin, sentence } from './receiver-standin.ts';

const place = { latitude: -37.5, longitude: 144.25 };
const plane = planeAt(place);
const tape = (metres: number) => `${metres.toFixed(2)} m`;
const told = (heard: Heard, lines: readonly string[], now: number) =>
  lines.reduce((so, line) => hear(so, line, plane.toPlane, now), heard);
/** A receiver heard for some seconds while it is carried to a place. */
function walked(
  kind: FixKind,
  seconds: number,
  towards: Point,
  more: (second: number) => { sky?: boolean; thrown?: number } = () => ({}),
  seed = 7,
) {
  const receiver = new ReceiverStandin(kind, [0, 0], plane.toDegrees, seed);
  let heard = SILENT;
  const all: { heard: Heard; truth: Point; now: number }[] = [];
  for (let now = 1; now <= seconds; now++) {
    heard = told(heard, receiver.second(towards, more(now)), now);
    all.push({ heard, truth: receiver.at, now });
  }
  return all;
}

describe('NMEA', () => {
  it('reads where it is, north and south, with quality, satellites and dilution', () => {
    const lines = [
      'GPGSA,A,3,04,05,,09,12,,,24,,,,,2.5,1.3,2.1',
      'GPGGA,123519,3730.0600,S,14415.0000,E,4,08,,545.4,M,46.9,M,,',
    ].map(sentence);
    const { fix, why } = told(SILENT, lines, 3);
    expect(why).toBeNull();
    expect(fix).toMatchObject({ kind: 'rtk', satellites: 8, heard: 3 });
    expect(fix!.accuracy).toBeCloseTo(0.05 * 1.3);
    // A tenth of a minute of latitude south of the origin.
    expect(fix!.at[0]).toBeCloseTo(0, 2);
    expect(fix!.at[1]).toBeCloseTo(-111, 0);
  });

  it('gains nothing by a dilution under 1, and waits anew after a silence of more than five seconds', () => {
    const gga = (dilution: string) =>
      sentence(`GPGGA,123519,3730.0000,S,14415.0000,E,4,12,${dilution},545.4,M,46.9,M,,`);
    expect(told(SILENT, [gga('0.6')], 1).fix!.accuracy).toBeCloseTo(0.05, 9);
    expect(told(SILENT, [gga('1.6')], 1).fix!.accuracy).toBeCloseTo(0.08, 9);
    const heard = (...at: number[]) => at.reduce((so, now) => hear(so, gga('1.0'), plane.toPlane, now), SILENT);
    expect(heard(1, 2, 3, 8).recent).toHaveLength(2);
    expect(heard(1, 2, 3, 8.1).recent).toHaveLength(1);
  });

  it('is written by the simulated receiver where it stands, in every quarter of the earth', () => {
    for (const latitude of [52.25, -37.5])
      for (const longitude of [-20.5, 144.25]) {
        const here = planeAt({ latitude, longitude });
        const receiver = new ReceiverStandin('rtk', [40, -30], here.toDegrees, 3);
        const heard = receiver.second([40, -30]).reduce((so, line) => hear(so, line, here.toPlane, 1), SILENT);
        expect(distance(heard.fix!.at, [40, -30])).toBeLessThan(0.2);
      }
  });

  it('drops a sentence with one letter changed, whichever it is, and says so when they keep coming broken', () => {
    const whole = sentence('GPGGA,123519,3730.0600,S,14415.0000,E,4,08,0.9,545.4,M,46.9,M,,');
    const known = hear(SILENT, whole, plane.toPlane, 1);
    for (let i = 1; i < whole.length - 3; i++) {
      const changed = `${whole.slice(0, i)}${whole[i] === '1' ? '2' : '1'}${whole.slice(i + 1)}`;
      const heard = hear(known, changed, plane.toPlane, 2);
      expect(heard.fix).toBe(known.fix);
      expect(heard.broken).toBe(1);
    }
    let heard = known;
    for (let n = 0; n < 5; n++) heard = hear(heard, '$GPGGA,12', plane.toPlane, 2);
    expect(heard).toMatchObject({ fix: null, why: expect.stringMatching(/come broken/) });
    expect(hear(heard, whole, plane.toPlane, 3).fix).not.toBeNull();
  });

  it('has no fix where the receiver has none, warns, guesses, or sees three satellites; says nothing by sentences it does not need', () => {
    const known = hear(SILENT, sentence('GPGGA,123519,3730.0600,S,14415.0000,E,1,08,0.9,5,M,4,M,,'), plane.toPlane, 1);
    const after = (body: string) => hear(known, sentence(body), plane.toPlane, 2);
    expect(after('GPGGA,123520,,,,,0,00,,,M,,M,,')).toMatchObject({ fix: null, why: expect.stringMatching(/^No fix/) });
    expect(after('GPRMC,123519,V,,,,,,,230394,,,N').fix).toBeNull();
    expect(after('GPGSA,A,1,,,,,,,,,,,,,,,').fix).toBeNull();
    expect(after('GPGGA,123520,3730.06,S,14415.0,E,6,08,0.9,5,M,4,M,,').why).toMatch(/guesses/);
    expect(after('GPGGA,123520,3730.06,S,14415.0,E,1,03,0.9,5,M,4,M,,').why).toMatch(/four satellites/);
    expect(after('GPVTG,360.0,T,348.7,M,000.0,N,000.0,K').fix).toBe(known.fix);
  });
});

describe('what a fix is worth', () => {
  it('errs as its kind does: 95 of 100 lie within what it says, over hours of walking', () => {
    for (const kind of Object.keys(fixKinds) as FixKind[]) {
      const all = walked(kind, 9000, [0, 0]);
      const within =
        all.filter(({ heard: { fix }, truth }) => distance(fix!.at, truth) <= fix!.accuracy).length / all.length;
      expect([kind, within > 0.9 && within < 0.99]).toEqual([kind, true]);
    }
  });

  it('sets a peg only where it is good enough for the planting, fresh and still; else it finds the row', () => {
    const settled = walked('rtk', 30, [6, 0]).at(-1)!;
    expect(worthOf(settled.heard, 0.15, settled.now, tape)).toEqual({
      may: 'set',
      say: 'Good to 0.05 m; this planting bears 0.15 m.',
    });
    expect(worthOf(settled.heard, 0.02, settled.now, tape)).toMatchObject({
      may: 'find',
      say: expect.stringMatching(/not to set this peg\. Tape it/),
    });
    expect(worthOf(settled.heard, 0.15, settled.now + 6, tape).may).toBe('wait');
    const walking = walked('rtk', 20, [300, 0]).at(-1)!;
    expect(worthOf(walking.heard, 0.15, walking.now, tape)).toMatchObject({
      may: 'find',
      say: expect.stringMatching(/^Hold still/),
    });
    const phone = walked('fix', 30, [6, 0]).at(-1)!;
    expect(worthOf(phone.heard, 1, phone.now, tape).may).toBe('find');
    expect(worthOf(SILENT, 1, 0, tape)).toEqual({ may: 'wait', say: 'Nothing heard of the receiver yet.' });
    const far: Fix = { at: [0, 0], kind: 'device', accuracy: 40, satellites: null, heard: 1 };
    expect(worthOf(withFix(withFix(SILENT, far), { ...far, heard: 2 }), 1, 2, tape).say).toMatch(
      /not enough to find a row/,
    );
  });

  it('never shows a wrong peg as sure: not through lost sky, jumps of any size, or noise of a broken cable', () => {
    const draw = seeded(5);
    let [sure, wrong] = [0, 0];
    for (let run = 0; run < 40; run++) {
      const jump = 0.3 + draw() * 30;
      const from = 12 + Math.floor(draw() * 20);
      // Thrown for three seconds, or without sky for four.
      const more = (n: number) => ({
        sky: !(run % 3 === 0 && n >= from && n < from + 4),
        thrown: run % 3 > 0 && n >= from && n < from + 3 ? jump : 0,
      });
      for (const { heard, truth, now } of walked('rtk', 60, [5, 0], more, run)) {
        if (worthOf(heard, 0.15, now, tape).may !== 'set') continue;
        sure++;
        if (distance(heard.fix!.at, truth) > 0.15) wrong++;
      }
    }
    expect(sure).toBeGreaterThan(800);
    expect(wrong).toBe(0);
  });

  it('gains little by averaging half a minute and says so; what it says of a mean holds', () => {
    const fixes = (seconds: number, seed: number) =>
      walked('fix', seconds, [0, 0], undefined, seed).map(({ heard }) => heard.fix!);
    const short = averaged(fixes(31, 3))!;
    expect(short).toMatchObject({ seconds: 30 });
    expect(short.accuracy / 5).toBeCloseTo(Math.sqrt(4 * (1 - 2 * (1 - Math.exp(-0.5)))), 5);
    expect(short.accuracy).toBeGreaterThan(4.5);
    const within = Array.from({ length: 300 }, (_, seed) => averaged(fixes(301, seed))!).filter(
      ({ at, accuracy }) => Math.hypot(...at) <= accuracy,
    );
    expect(within.length / 300).toBeGreaterThan(0.9);
    expect(averaged(fixes(301, 3))!.accuracy).toBeLessThan(3.2);
    expect(averaged([])).toBeNull();
  });
});

describe('the way to the next peg', () => {
  const corner = (x: number, y: number, pin: 'found' | 'assumed' = 'found') => ({
    at: [x, y] as [number, number],
    pin,
  });
  const holding = sample({
    length: 12,
    rows: [row()],
    boundary: [corner(-5, -3), corner(40, -3), corner(40, 30), corner(-5, 30, 'assumed')],
  });
  const pegs = pegsOf(pegging(layHolding(holding)[0]!, NO_LEDGER, holding, { reach: 0.15, answers: [] }));
  it('is told by distance and bearing, along the row and across it', () => {
    const way = wayTo([0, 3], pegs[2]!, pegs);
    expect(way.metres).toBeCloseTo(Math.hypot(3, 3));
    expect(way).toMatchObject({ name: 'south-east', along: 3, across: 3 });
    expect(way.bearing).toBeCloseTo(135);
  });
  it('can be taped from two things that stand; a fix that errs over the boundary is warned of', () => {
    const ties = tiesTo(pegs[2]!, [pegs[0]!, pegs[1]!], holding)!;
    expect(ties.map(({ label }) => label)).toEqual(['corner 2 (pin found)', 'corner 3 (pin found)']);
    expect(ties.map(({ metres }) => metres)).toEqual([
      expect.closeTo(Math.hypot(37, 3)),
      expect.closeTo(Math.hypot(37, 30)),
    ]);
    const bare = { ...holding, boundary: null };
    expect(tiesTo(pegs[2]!, [pegs[0]!, pegs[1]!], bare)).toBeNull(); // both in the row's own line
    expect(boundaryCaution(pegs[2]!, 5, holding)).toBe(
      'The boundary is 3.00 m from this peg, within the error of the fix. Tape it from the pins.',
    );
    expect(boundaryCaution(pegs[2]!, 2.9, holding)).toBeNull();
    expect(boundaryCaution({ ...pegs[0]!, at: [-4, 10] }, 2, holding)).toMatch(/^The assumed line, not surveyed, is/);
  });
});
