import type Feature from 'ol/Feature';
import type OlMap from 'ol/Map';
import type MapBrowserEvent from 'ol/MapBrowserEvent';
import type { Point } from '../../core/geometry/point.ts';
import { snap, type Snapped } from '../../core/geometry/snap.ts';
import { pointsOf } from '../../core/ground/features.ts';
import { thingOf, type DrawnThing } from './ground-style.ts';
import type { Scene } from './scene.ts';

/** What a click on the plan meant; null for bare ground. */
export type Picked = { what: 'corner' | 'feature' | 'baseline'; id: string } | { what: 'plant'; index: number } | null;

export interface PointingEvents {
  onPick(thing: Picked): void;
  /** A click while drawing, after snapping. */
  onPoint(point: Point): void;
  onFinish(): void;
}

/** Pixels within which a pointer catches. */
export const CATCH = 10;

/** What the pointer does on the plan: picks things, and while something is drawn sets its points, caught by what is near. */
export class Pointing {
  /** Where the pointer has caught while drawing. */
  snapped: Snapped | null = null;
  private lastClick: { readonly pixel: readonly number[]; readonly time: number } | null = null;
  private twice = false;

  constructor(
    private readonly map: OlMap,
    private readonly events: PointingEvents,
    private readonly sceneNow: () => Scene | null,
    private readonly onMoved: () => void,
  ) {
    map.on('pointermove', (event) => this.pointed(event as MapBrowserEvent<PointerEvent>));
    map.on('click', (event) => this.clicked(event as MapBrowserEvent<PointerEvent>));
    map.on('dblclick', (event) => {
      if (!this.sceneNow()?.sketch) return;
      event.stopPropagation();
      if (this.twice) this.events.onFinish();
    });
  }

  private pointed(event: MapBrowserEvent<PointerEvent>): void {
    const scene = this.sceneNow();
    if (!scene?.sketch || event.dragging) return;
    this.snapped = this.snapAt(scene, event.coordinate as [number, number]);
    this.onMoved();
  }

  private snapAt({ holding, sketch, all }: Scene, pointer: Point): Snapped {
    const boundary = holding.boundary?.map(({ at }) => at) ?? [];
    const lines = [
      ...(boundary.length > 0 ? [[...boundary, boundary[0]!]] : []),
      ...holding.features.map((feature) =>
        'ring' in feature ? [...feature.ring, feature.ring[0]!] : pointsOf(feature),
      ),
      ...(sketch?.for === 'gap' || sketch?.for === 'measure'
        ? all.flatMap(({ layout }) => (layout.baseline ? [layout.baseline.line.points] : []))
        : []),
    ];
    return snap(pointer, { reach: CATCH * this.map.getView().getResolution()!, drawn: sketch?.points ?? [], lines });
  }

  private clicked(event: MapBrowserEvent<PointerEvent>): void {
    const scene = this.sceneNow();
    const last = this.lastClick;
    this.lastClick = { pixel: event.pixel, time: event.originalEvent.timeStamp };
    // OpenLayers calls any two quick clicks a double one; for us they must also be in one place.
    this.twice =
      !!last &&
      this.lastClick.time - last.time < 400 &&
      Math.hypot(event.pixel[0]! - last.pixel[0]!, event.pixel[1]! - last.pixel[1]!) < CATCH;
    if (!scene) return;
    if (scene.sketch) {
      if (this.twice) return;
      this.snapped = this.snapAt(scene, event.coordinate as [number, number]);
      return this.events.onPoint(this.snapped.point);
    }
    let found: DrawnThing | null = null;
    this.map.forEachFeatureAtPixel(
      event.pixel,
      (feature) => {
        const thing = thingOf(feature as Feature);
        if (!thing || thing.what === 'boundary' || thing.what === 'handle' || thing.what === 'label') return;
        found ??= thing;
      },
      { hitTolerance: 5 },
    );
    const plant = this.plantAt(scene, event.coordinate as [number, number]);
    if (plant !== null && (found as DrawnThing | null)?.what !== 'corner')
      return this.events.onPick({ what: 'plant', index: plant });
    const thing = found as DrawnThing | null;
    this.events.onPick(thing && { what: thing.what as 'corner' | 'feature' | 'baseline', id: thing.id });
  }

  private plantAt({ all, active, editable }: Scene, [x, y]: Point): number | null {
    const laid = all.find(({ planting }) => planting.id === active);
    if (!laid || editable !== 'planting') return null;
    const { stand } = laid.layout;
    let best = (CATCH * this.map.getView().getResolution()!) ** 2;
    let found: number | null = null;
    for (let i = 0; i < stand.count; i++) {
      const squared = (stand.x[i]! - x) ** 2 + (stand.y[i]! - y) ** 2;
      if (squared < best) [found, best] = [i, squared];
    }
    return found;
  }
}
