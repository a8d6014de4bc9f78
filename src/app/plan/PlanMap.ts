import Feature from 'ol/Feature';
import OlMap from 'ol/Map';
import type MapBrowserEvent from 'ol/MapBrowserEvent';
import View from 'ol/View';
import { defaults as defaultControls, ScaleLine } from 'ol/control';
import { boundingExtent, isEmpty } from 'ol/extent';
import LineString from 'ol/geom/LineString';
import PointGeometry from 'ol/geom/Point';
import Polygon from 'ol/geom/Polygon';
import { defaults as defaultInteractions } from 'ol/interaction/defaults';
import VectorLayer from 'ol/layer/Vector';
import Projection from 'ol/proj/Projection';
import VectorSource from 'ol/source/Vector';
import Collection from 'ol/Collection';
import { Circle, Fill, Stroke, Style, Text } from 'ol/style';
import type { Point } from '../../core/geometry/point.ts';
import { snap, type Snapped } from '../../core/geometry/snap.ts';
import { pointsOf } from '../../core/ground/features.ts';
import { drawOverlay } from './ground-overlay.ts';
import { ImageLayer } from './image-layer.ts';
import type { Reshaping } from './reshaping.ts';
import type { Scene } from './scene.ts';
import { drawThings } from './ground-things.ts';
import { groundStyle, labelStyle, thingOf, type DrawnThing } from './ground-style.ts';
import { GridLayer } from './grid-layer.ts';
import { PlantLayer } from './plant-layer.ts';

/** What a click on the plan meant; null for bare ground. */
export type Picked = { what: 'corner' | 'feature' | 'baseline'; id: string } | { what: 'plant'; index: number } | null;

export interface PlanEvents {
  onPick(thing: Picked): void;
  /** A click while drawing, after snapping. */
  onPoint(point: Point): void;
  onFinish(): void;
  onReshape(what: 'corner' | 'feature' | 'baseline', id: string, points: readonly Point[]): void;
}

/** Pixels within which a pointer catches. */
const CATCH = 10;
const plane = new Projection({ code: 'close-rank:plane', units: 'm', extent: [-50_000, -50_000, 50_000, 50_000] });

/** The plan: OpenLayers on the holding's own metre plane. Made on an element, fed scenes, disposed of. */
export class PlanMap {
  readonly plants = new PlantLayer();
  private readonly grid = new GridLayer();
  private readonly beneath = new ImageLayer(1.4);
  private readonly raster = new ImageLayer(1.6);
  private readonly edgeSource = new VectorSource();
  private readonly overlaySource = new VectorSource();
  private readonly groundSource = new VectorSource();
  private readonly handleSource = new VectorSource();
  private readonly sketchSource = new VectorSource();
  private readonly map: OlMap;
  private reshaping: Reshaping | null = null;
  private readonly chosen = new Collection<Feature>();
  private scene: Scene | null = null;
  private snapped: Snapped | null = null;
  private drawnFor: Pick<Scene, 'holding' | 'selection' | 'active' | 'tokens' | 'zones'> | null = null;
  private readonly scale = new ScaleLine({ units: 'metric', minWidth: 70 });
  private fitted = '';
  private lastClick: { readonly pixel: readonly number[]; readonly time: number } | null = null;
  private twice = false;
  private disposed = false;

  constructor(
    element: HTMLElement,
    private readonly events: PlanEvents,
  ) {
    const styled = (source: VectorSource, zIndex: number) =>
      new VectorLayer({
        source,
        zIndex,
        updateWhileInteracting: true,
        style: (feature, resolution) => this.styleOf(feature as Feature, resolution),
      });
    const labels = (source: VectorSource) =>
      new VectorLayer({
        source,
        zIndex: 7,
        declutter: true,
        style: (feature, resolution) =>
          this.scene ? labelStyle(thingOf(feature as Feature), this.scene.tokens, resolution) : [],
      });
    this.map = new OlMap({
      target: element,
      layers: [
        this.grid,
        styled(this.edgeSource, 1),
        this.beneath,
        this.raster,
        styled(this.overlaySource, 1.8),
        styled(this.groundSource, 2),
        this.plants,
        styled(this.handleSource, 6),
        labels(this.overlaySource),
        labels(this.groundSource),
        labels(this.handleSource),
        new VectorLayer({
          source: this.sketchSource,
          zIndex: 8,
          style: (feature) => this.sketchStyle(feature as Feature),
        }),
      ],
      view: new View({
        projection: plane,
        center: [0, 0],
        resolution: 0.4,
        minResolution: 0.01,
        maxResolution: 40,
        enableRotation: false,
      }),
      controls: defaultControls({ zoom: false, rotate: false, attribution: false }).extend([this.scale]),
      interactions: defaultInteractions({ doubleClickZoom: false, altShiftDragRotate: false, pinchRotate: false }),
    });
    void import('./reshaping.ts').then(({ Reshaping }) => {
      if (this.disposed) return;
      this.reshaping = new Reshaping(this.map, {
        chosen: this.chosen,
        snapsTo: [this.edgeSource, this.groundSource],
        reach: CATCH,
        onDone: () => this.reshaped(),
      });
      this.reshaping.setActive(!this.scene?.sketch);
    });
    this.map.on('pointermove', (event) => this.pointed(event as MapBrowserEvent<PointerEvent>));
    this.map.on('click', (event) => this.clicked(event as MapBrowserEvent<PointerEvent>));
    this.map.on('dblclick', (event) => {
      if (!this.scene?.sketch) return;
      event.stopPropagation();
      if (this.twice) this.events.onFinish();
    });
  }

  dispose(): void {
    this.disposed = true;
    this.map.setTarget(undefined);
    this.map.dispose();
  }

  /** Shows a scene; the first of a holding is brought into view. */
  show(scene: Scene): void {
    this.scene = scene;
    this.grid.show(scene.tokens, scene.holding.units);
    this.scale.setUnits(scene.holding.units);
    this.plants.show(scene);
    const { holding, selection, active, tokens, zones } = scene;
    const was = this.drawnFor;
    if (
      !was ||
      was.holding !== holding ||
      was.selection !== selection ||
      was.active !== active ||
      was.tokens !== tokens ||
      was.zones !== zones
    ) {
      drawThings(
        { edge: this.edgeSource, ground: this.groundSource, handles: this.handleSource, chosen: this.chosen },
        scene,
      );
      this.drawnFor = { holding, selection, active, tokens, zones };
    }
    this.showOverlay(scene);
    this.reshaping?.setActive(!scene.sketch);
    this.map.getTargetElement()?.classList.toggle('is-drawing', !!scene.sketch);
    this.drawSketch();
    if (this.fitted !== holding.id && this.map.getSize()?.every((side) => side > 0)) {
      this.fitted = holding.id;
      this.fit();
    }
  }

  /** Brings the whole holding into view. */
  fit(): void {
    const { scene } = this;
    if (!scene) return;
    const points = [
      ...(scene.holding.boundary?.map(({ at }) => at) ?? []),
      ...scene.holding.features.flatMap(pointsOf),
      ...scene.all.flatMap(({ layout }) => layout.baseline?.line.points ?? []),
    ];
    this.reveal(
      points.length > 0
        ? points
        : [
            [-60, -40],
            [60, 40],
          ],
      56,
    );
  }

  reveal(points: readonly Point[], padding = 120): void {
    const extent = boundingExtent(points.map(([x, y]) => [x, y]));
    if (isEmpty(extent) && points.length === 0) return;
    const size = this.map.getSize() ?? [800, 400];
    const pad = Math.min(padding, size[0]! / 4, size[1]! / 4);
    this.map.getView().fit(extent, {
      padding: [pad + 20, pad, pad, pad],
      minResolution: points.length === 1 ? 0.12 : 0.05,
      duration: matchMedia('(prefers-reduced-motion: reduce)').matches ? 0 : 150,
    });
  }

  zoom(factor: number): void {
    const view = this.map.getView();
    view.animate({ resolution: view.getResolution()! / factor, duration: 100 });
  }

  /** The map's own middle, for drawing by keyboard. */
  middle(): Point {
    const [x, y] = this.map.getView().getCenter() as [number, number];
    return [x, y];
  }

  resize(): void {
    this.map.updateSize();
  }

  private overlaid: Pick<Scene, 'overlay' | 'mark' | 'section' | 'holding'> | null = null;

  private showOverlay({ overlay, mark, section, holding, pictures }: Scene): void {
    this.beneath.show(pictures);
    const was = this.overlaid;
    if (was && was.overlay === overlay && was.mark === mark && was.section === section && was.holding === holding)
      return;
    if (was?.overlay.raster !== overlay.raster) this.raster.show(overlay.raster ? [overlay.raster] : []);
    drawOverlay(this.overlaySource, overlay, holding, mark, section);
    this.overlaid = { overlay, mark, section, holding };
  }

  private styleOf(feature: Feature, resolution: number): Style[] {
    return this.scene ? groundStyle(thingOf(feature), this.scene.tokens, resolution) : [];
  }

  private reshaped(): void {
    const feature = this.chosen.item(0);
    const geometry = feature?.getGeometry();
    if (!feature || !geometry) return;
    const { what, id } = thingOf(feature);
    const coordinates =
      geometry instanceof Polygon
        ? geometry.getCoordinates()[0]!.slice(0, -1)
        : geometry instanceof LineString
          ? geometry.getCoordinates()
          : [(geometry as PointGeometry).getCoordinates()];
    this.drawnFor = null; // drawn again from the holding, also when the change is refused
    this.events.onReshape(
      what as 'corner' | 'feature' | 'baseline',
      id,
      coordinates.map(([x, y]) => [x!, y!] as const),
    );
    if (this.scene) this.show(this.scene);
  }

  private pointed(event: MapBrowserEvent<PointerEvent>): void {
    if (!this.scene?.sketch || event.dragging) return;
    this.snapped = this.snapAt(event.coordinate as [number, number]);
    this.drawSketch();
  }

  private snapAt(pointer: Point): Snapped {
    const { holding, sketch, all } = this.scene!;
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
    const last = this.lastClick;
    this.lastClick = { pixel: event.pixel, time: event.originalEvent.timeStamp };
    // OpenLayers calls any two quick clicks a double one; for us they must also be in one place.
    this.twice =
      !!last &&
      this.lastClick.time - last.time < 400 &&
      Math.hypot(event.pixel[0]! - last.pixel[0]!, event.pixel[1]! - last.pixel[1]!) < CATCH;
    if (this.scene?.sketch) {
      if (this.twice) return;
      this.snapped = this.snapAt(event.coordinate as [number, number]);
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
    const plant = this.plantAt(event.coordinate as [number, number]);
    if (plant !== null && (found as DrawnThing | null)?.what !== 'corner')
      return this.events.onPick({ what: 'plant', index: plant });
    const thing = found as DrawnThing | null;
    this.events.onPick(thing && { what: thing.what as 'corner' | 'feature' | 'baseline', id: thing.id });
  }

  private plantAt([x, y]: Point): number | null {
    const laid = this.scene!.all.find(({ planting }) => planting.id === this.scene!.active);
    if (!laid || this.scene!.editable !== 'planting') return null;
    const { stand } = laid.layout;
    let best = (CATCH * this.map.getView().getResolution()!) ** 2;
    let found: number | null = null;
    for (let i = 0; i < stand.count; i++) {
      const squared = (stand.x[i]! - x) ** 2 + (stand.y[i]! - y) ** 2;
      if (squared < best) [found, best] = [i, squared];
    }
    return found;
  }

  private drawSketch(): void {
    this.sketchSource.clear(true);
    const sketch = this.scene?.sketch;
    if (!sketch) {
      this.snapped = null;
      return;
    }
    const all = this.snapped ? [...sketch.points, this.snapped.point] : sketch.points;
    const coordinates = all.map(([x, y]) => [x, y]);
    if (coordinates.length > 1) this.sketchSource.addFeature(new Feature({ geometry: new LineString(coordinates) }));
    for (const at of sketch.points)
      this.sketchSource.addFeature(new Feature({ geometry: new PointGeometry([at[0], at[1]]) }));
    if (this.snapped)
      this.sketchSource.addFeature(
        new Feature({
          geometry: new PointGeometry([this.snapped.point[0], this.snapped.point[1]]),
          on: this.snapped.on,
        }),
      );
  }

  private sketchStyle(feature: Feature): Style {
    const { tokens } = this.scene!;
    const on = feature.get('on') as string | null | undefined;
    return new Style({
      stroke: new Stroke({ color: tokens.string, width: 2.5 }),
      image: new Circle({
        radius: on ? 7 : 4.5,
        fill: new Fill({ color: on ? 'transparent' : tokens.sheet }),
        stroke: new Stroke({ color: tokens.flag, width: 2 }),
      }),
      ...(on && {
        text: new Text({
          text: on,
          font: "12px 'Atkinson Hyperlegible Next'",
          offsetX: 14,
          offsetY: -12,
          textAlign: 'left',
          fill: new Fill({ color: tokens.flag }),
          stroke: new Stroke({ color: tokens.field, width: 3 }),
        }),
      }),
    });
  }
}
