import Feature from 'ol/Feature';
import MultiPoint from 'ol/geom/MultiPoint';
import type VectorSource from 'ol/source/Vector';
import { Circle, Style } from 'ol/style';
import type { Scene } from './scene.ts';

/** Places taken of each planting, to keep words off it. */
const MOST_PLACES = 200;
/** Pixels about each place where no word may stand. */
const KEPT_CLEAR = 5;

/** Where plants stand, so that no word is written over them: unseen, in the way of words alone. */
export function drawBelts(source: VectorSource, { all }: Pick<Scene, 'all'>): void {
  source.clear(true);
  for (const {
    layout: { stand },
  } of all) {
    const every = Math.max(1, Math.ceil(stand.count / MOST_PLACES));
    const places = Array.from({ length: Math.ceil(stand.count / every) }, (_, n) => [
      stand.x[n * every]!,
      stand.y[n * every]!,
    ]);
    source.addFeature(new Feature({ geometry: new MultiPoint(places) }));
  }
}

export const beltsIn = new Style({
  image: new Circle({ radius: KEPT_CLEAR, declutterMode: 'obstacle' }),
});
