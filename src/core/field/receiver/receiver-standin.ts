import { distance, type Point } from '../../geometry/point.ts';
import { seeded } from '../../units/seeded.ts';
import { fixKinds, type FixKind } from './fix.ts';
import data from './receivers.json' with { type: 'json' };

/** Metres that the one who carries it walks in a second. */
const WALKS = 1.2;

/** A simulated receiver: someone walks to where they are sent, and it says each second where it takes itself to be, with an error that wanders as real ones do. */
export class ReceiverStandin {
  private seconds = 0;
  private off: [number, number];
  private readonly draw: () => number;

  constructor(
    private readonly kind: FixKind,
    /** Where it truly is. */
    private truth: Point,
    private readonly toDegrees: (p: Point) => readonly [longitude: number, latitude: number],
    seed: number,
  ) {
    this.draw = seeded(seed);
    this.off = [this.sigma() * this.normal(), this.sigma() * this.normal()];
  }

  get at(): Point {
    return this.truth;
  }

  /** One second on, towards a place: the sentences of that second. `sky` false: no fix, as under a roof; `thrown` is an error that comes on top, metres east. */
  second(towards: Point, { sky = true, thrown = 0 }: { sky?: boolean; thrown?: number } = {}): string[] {
    this.seconds++;
    const left = distance(this.truth, towards);
    const step = left > 0 ? Math.min(1, WALKS / left) : 0;
    this.truth = [
      this.truth[0] + (towards[0] - this.truth[0]) * step,
      this.truth[1] + (towards[1] - this.truth[1]) * step,
    ];
    // First-order wander: each second keeps most of the last error and adds a little of its own.
    const keep = Math.exp(-1 / fixKinds[this.kind].seconds);
    const fresh = this.sigma() * Math.sqrt(1 - keep * keep);
    this.off = [this.off[0] * keep + fresh * this.normal(), this.off[1] * keep + fresh * this.normal()];
    const [lon, lat] = this.toDegrees([this.truth[0] + this.off[0] + thrown, this.truth[1] + this.off[1]]);
    const time = this.clock();
    if (!sky)
      return [`GPGGA,${time},,,,,0,02,,,M,,M,,`, 'GPGSA,A,1,,,,,,,,,,,,,,,', `GPRMC,${time},V,,,,,,,010327,,,N`].map(
        sentence,
      );
    const place = `${degrees(lat, 2)},${lat < 0 ? 'S' : 'N'},${degrees(lon, 3)},${lon < 0 ? 'W' : 'E'}`;
    const quality = { fix: 1, delta: 2, rtk: 4, frtk: 5 }[this.kind];
    return [
      `GPGGA,${time},${place},${quality},11,1.0,120.0,M,46.0,M,,`,
      'GPGSA,A,3,02,05,07,09,13,15,18,21,24,29,30,,1.8,1.0,1.5',
      `GPRMC,${time},A,${place},0.0,0.0,010327,,,A`,
    ].map(sentence);
  }

  private sigma(): number {
    return fixKinds[this.kind].metres / data.rayleigh95;
  }
  private normal(): number {
    return Math.sqrt(-2 * Math.log(1 - this.draw())) * Math.cos(2 * Math.PI * this.draw());
  }
  private clock(): string {
    const two = (n: number) => String(Math.floor(n) % 60).padStart(2, '0');
    return `${String(8 + Math.floor(this.seconds / 3600)).padStart(2, '0')}${two(this.seconds / 60)}${two(this.seconds)}.00`;
  }
}

/** Degrees as a receiver writes them: whole degrees and minutes to seven places, a fifth of a millimetre. */
function degrees(value: number, width: number): string {
  const whole = Math.floor(Math.abs(value));
  return `${String(whole).padStart(width, '0')}${((Math.abs(value) - whole) * 60).toFixed(7).padStart(10, '0')}`;
}

/** A sentence with its `$` and its checksum: the exclusive or of all between. */
export function sentence(body: string): string {
  const sum = [...body].reduce((all, letter) => all ^ letter.charCodeAt(0), 0);
  return `$${body}*${sum.toString(16).toUpperCase().padStart(2, '0')}`;
}
