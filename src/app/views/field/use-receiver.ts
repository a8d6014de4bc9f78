import { useEffect, useRef, useState } from 'react';
import type { Point } from '../../../core/geometry/point.ts';
import { planeAt, type Plane } from '../../../core/ground/plane.ts';
import type { Holding } from '../../../core/holding/schema.ts';
import { hear, SILENT, withFix, type Fix, type FixKind, type Heard } from '../../../core/field/receiver/fix.ts';
import { ReceiverStandin } from '../../../core/field/receiver/receiver-standin.ts';

export type Source = 'none' | 'device' | `simulated ${FixKind}`;

/** Seconds by which fixes are told apart; only their differences count. */
const seconds = () => Date.now() / 1000;

/** Why the browser gives no place, in a sentence. */
const REFUSED: Readonly<Record<number, string>> = {
  1: 'This browser may not tell where it is. Allow it in its settings for this page, or take the two tapes below.',
  2: 'This device does not find where it is. Step out from under the trees, or take the two tapes below.',
  3: 'This device takes too long to find where it is. Step out from under the trees, or take the two tapes below.',
};

/** What has been heard, and the fixes that are gathered for their mean; null while none are. */
interface Hearing {
  readonly heard: Heard;
  readonly taken: readonly Fix[] | null;
}

/** So long fixes are averaged, seconds. */
export const AVERAGE = 30;

/** A receiver as heard so far: the device's own, or a simulated one that walks to `towards`. A new source wants a new component. */
export function useReceiver(source: Source, { place }: Pick<Holding, 'place'>, towards: Point) {
  const [{ heard, taken }, setHearing] = useState<Hearing>({ heard: SILENT, taken: null });
  const [now, setNow] = useState(0);
  const target = useRef(towards);
  useEffect(() => {
    target.current = towards;
  }, [towards]);
  useEffect(() => {
    if (source === 'none') return;
    const plane = planeAt(place);
    const listen = (next: (before: Heard) => Heard) =>
      setHearing((before) => {
        const after = next(before.heard);
        return { heard: after, taken: gathered(before.taken, after.fix) };
      });
    const clock = setInterval(() => setNow(seconds()), 1000);
    const stop = source === 'device' ? watchDevice(plane, listen) : walkSimulated(source, plane, target, listen);
    return () => {
      clearInterval(clock);
      stop();
    };
  }, [source, place]);
  return { heard, now, taken, average: () => setHearing((before) => ({ ...before, taken: [] })) };
}

type Listen = (next: (before: Heard) => Heard) => void;

/** Fixes gathered for their mean, with one more; those that come when it is long enough are left out. */
function gathered(taken: readonly Fix[] | null, fix: Fix | null): readonly Fix[] | null {
  if (!taken || !fix || taken.at(-1) === fix) return taken;
  return taken[0] && fix.heard - taken[0].heard > AVERAGE + 1 ? taken : [...taken, fix];
}

function watchDevice(plane: Plane, listen: Listen): () => void {
  if (!navigator.geolocation) {
    const said = setTimeout(() =>
      listen(() => ({ ...SILENT, why: 'This browser cannot tell where it is. Take the two tapes below.' })),
    );
    return () => clearTimeout(said);
  }
  const watch = navigator.geolocation.watchPosition(
    ({ coords }) =>
      listen((before) =>
        withFix(before, {
          at: plane.toPlane(coords.longitude, coords.latitude),
          kind: 'device',
          accuracy: coords.accuracy,
          satellites: null,
          heard: seconds(),
        }),
      ),
    ({ code }) => listen(() => ({ ...SILENT, why: REFUSED[code] ?? REFUSED[2]! })),
    { enableHighAccuracy: true, maximumAge: 0, timeout: 30_000 },
  );
  return () => navigator.geolocation.clearWatch(watch);
}

/** A simulated receiver starts a few strides off, and is carried to where it is sent. */
function walkSimulated(source: Source, plane: Plane, target: { readonly current: Point }, listen: Listen): () => void {
  const [x, y] = target.current;
  const walker = new ReceiverStandin(source.slice('simulated '.length) as FixKind, [x - 9, y - 6], plane.toDegrees, 7);
  const walk = setInterval(() => {
    const lines = walker.second(target.current);
    listen((before) => lines.reduce((so, line) => hear(so, line, plane.toPlane, seconds()), before));
  }, 1000);
  return () => clearInterval(walk);
}
