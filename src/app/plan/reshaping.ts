import type Collection from 'ol/Collection';
import type Feature from 'ol/Feature';
import type OlMap from 'ol/Map';
import { altKeyOnly } from 'ol/events/condition';
import { Modify, Snap, Translate } from 'ol/interaction';
import type VectorSource from 'ol/source/Vector';

export interface ReshapingOptions {
  /** What is chosen on the plan: its points and itself can be dragged. */
  readonly chosen: Collection<Feature>;
  readonly snapsTo: readonly VectorSource[];
  /** Pixels within which a pointer catches. */
  readonly reach: number;
  onDone(): void;
}

/** Dragging what is chosen: a point of it, or the whole. Fetched once the plan shows. */
export class Reshaping {
  private readonly modify: Modify;
  private readonly translate: Translate;

  constructor(map: OlMap, { chosen, snapsTo, reach, onDone }: ReshapingOptions) {
    this.modify = new Modify({
      features: chosen, // Asked without an event where nobody has pointed yet: all was done by keyboard.
      insertVertexCondition: (event) => !!event && altKeyOnly(event),
      pixelTolerance: reach,
    });
    this.translate = new Translate({ features: chosen, hitTolerance: 4 });
    map.addInteraction(this.translate);
    map.addInteraction(this.modify);
    for (const source of snapsTo) map.addInteraction(new Snap({ source, pixelTolerance: reach }));
    this.modify.on('modifyend', onDone);
    this.translate.on('translateend', onDone);
  }

  setActive(active: boolean): void {
    this.modify.setActive(active);
    this.translate.setActive(active);
  }
}
