import type { z } from 'zod';
import { distance, type Point } from '../../core/geometry/point.ts';
import { polyline } from '../../core/geometry/polyline.ts';
import type { MarkingAnswer, MarkingReceipt, MarkingRequest } from '../../core/ground/standins.ts';
import { shareOf } from './share-of.ts';

type Request = z.infer<typeof MarkingRequest>;

/** Requests that are kept; the oldest goes when one more comes. */
const MOST = 1000;

/** A made-up desk that marks buried services: it takes a request, lets some time pass, and answers with paint near the lines. */
export class MarkingDesk {
  private readonly requests = new Map<string, { readonly at: number; readonly services: Request['services'] }>();

  /** `seconds` stand for the working days that a real desk takes; `now` is in milliseconds. */
  constructor(
    private readonly seconds: number,
    private readonly now: () => number,
  ) {}

  ask({ services }: Request): z.infer<typeof MarkingReceipt> {
    const reference = `SIM-${Math.floor(shareOf(this.now(), services.length, this.requests.size) * 1e8)
      .toString(36)
      .toUpperCase()}`;
    this.requests.set(reference, { at: this.now(), services });
    if (this.requests.size > MOST) this.requests.delete(this.requests.keys().next().value!);
    return { reference, seconds: this.seconds };
  }

  /** Null for a reference that the desk does not know. */
  answer(reference: string): z.infer<typeof MarkingAnswer> | null {
    const request = this.requests.get(reference);
    if (!request) return null;
    const left = this.seconds - (this.now() - request.at) / 1000;
    if (left > 0) return { state: 'waiting', seconds: Math.ceil(left) };
    return {
      state: 'marked',
      marks: request.services.map((service) => ({
        service: service.id,
        line: painted(service, apart(request.services)),
      })),
    };
  }
}

/** Marks that the desk paints for one request at most. */
const MOST_MARKS = 20_000;

/** How far apart marks stand, metres: 5, or farther where that would paint more than anybody does. */
const apart = (services: Request['services']): number =>
  Math.max(5, services.reduce((sum, { line }) => sum + polyline(line).length, 0) / MOST_MARKS);

/** Paint every so many metres and at each bend, within 30 cm of where the plan has the line: nobody sprays exactly. */
function painted({ id, line }: Request['services'][number], step: number): [number, number][] {
  const marks: [number, number][] = [];
  for (let i = 0; i + 1 < line.length; i++) {
    const [a, b] = [line[i]!, line[i + 1]!] as [Point, Point];
    const n = Math.max(1, Math.round(distance(a, b) / step));
    for (let k = i === 0 ? 0 : 1; k <= n; k++) {
      const off = (word: string) => (shareOf(word, id, i, k) - 0.5) * 0.6;
      marks.push([a[0] + ((b[0] - a[0]) * k) / n + off('x'), a[1] + ((b[1] - a[1]) * k) / n + off('y')]);
    }
  }
  return marks;
}
