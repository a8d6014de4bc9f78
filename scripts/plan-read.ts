/** Reads one map file in a thread of its own, which can be ended: what `plan read` shows. */
import { basename } from 'node:path';
import { parentPort, workerData } from 'node:worker_threads';
import { readCloserank } from '../src/core/files/closerank.ts';
import { Unreadable } from '../src/core/files/problems.ts';
import { guessAll } from '../src/core/files/shapes/becomes.ts';
import { middleOf, readShapes } from '../src/core/files/shapes/read-shapes.ts';
import { planeAt } from '../src/core/ground/plane.ts';

/** A map file and, where it is to be laid on a holding's plane, that holding's file. */
export interface ReadTask {
  readonly file: string;
  readonly bytes: Uint8Array;
  readonly holding: { readonly file: string; readonly bytes: Uint8Array } | null;
}

/** What the import sheet would show of a map file: laid on the plane of the holding given, else round its own first place. */
function found({ file, bytes, holding: beside }: ReadTask): object {
  const name = basename(file);
  const holding = beside ? readCloserank(beside.bytes, basename(beside.file)).holding : null;
  const place = holding?.place ?? middleOf(bytes, name) ?? { latitude: 0, longitude: 0 };
  const { shapes, ...rest } = readShapes(bytes, name, planeAt(place));
  const becomes = guessAll(shapes, !holding?.boundary);
  return {
    file: name,
    place,
    ...rest,
    shapes: shapes.map(({ name: called, shape, points }, i) => ({
      name: called,
      shape,
      points: points.length,
      becomes: becomes[i],
    })),
  };
}

try {
  parentPort!.postMessage({ found: found(workerData as ReadTask) });
} catch (problem) {
  if (!(problem instanceof Unreadable)) throw problem;
  parentPort!.postMessage({ refused: problem.message });
}
