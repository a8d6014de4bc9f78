import { expose } from 'comlink';
import { readShapes } from '../../core/files/shapes.ts';
import { planeAt } from '../../core/ground/plane.ts';
import type { Holding } from '../../core/holding/schema.ts';

const api = {
  read: (bytes: Uint8Array, name: string, place: Holding['place']) => readShapes(bytes, name, planeAt(place)),
};
expose(api);
export type ShapesWorker = typeof api;
