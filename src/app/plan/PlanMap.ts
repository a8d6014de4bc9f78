import type Feature from 'ol/Feature';
import OlMap from 'ol/Map';
import { unByKey } from 'ol/Observable';
import View from 'ol/View';
import ScaleLine from 'ol/control/ScaleLine';
import { boundingExtent, isEmpty } from 'ol/extent';
import LineString from 'ol/geom/LineString';
import type PointGeometry from 'ol/geom/Point';
import Polygon from 'ol/geom/Polygon';
import { defaults as defaultInteractions } from 'ol/interaction/defaults';
import VectorLayer from 'ol/layer/Vector';
import Projection from 'ol/proj/Projection';
import VectorSource from 'ol/source/Vector';
import Collection from 'ol/Collection';
import type { Style } from 'ol/style';
import type { Point } from '../../core/geometry/point.ts';
import { pointsOf } from '../../core/ground/features.ts';
import { drawOverlay } from './ground-overlay.ts';
import { ImageLayer } from './image-layer.ts';
import type { Reshaping } from './reshaping.ts';
import type { Scene } from './scene.ts';
import { drawThings } from './ground-things.ts';
import { groundStyle, thingOf } from './ground-style.ts';
import { labelStyle } from './ground-words.ts';
import { GridLayer } from './grid-layer.ts';
import { beltsIn, drawBelts } from './belts.ts';
import { PlantLayer } from './plant-layer.ts';
import { CATCH, Pointing, type PointingEvents } from './pointing.ts';
import { SketchLayer } from './sketch-layer.ts';

export interface PlanEvents extends PointingEvents {
  onReshape(what: 'corner' | 'feature' | 'baseline', id: string, points: readonly Point[]): void;
}

/** What the plan shows of the plane: west, south, east, north. */
export type Extent = readonly [number, number, number, number];

const plane = new Projection({ code: 'close-rank:plane', units: 'm', extent: [-50_000, -50_000, 50_000, 50_000] });

/** A planting is shown with this share of its length about it, and at least so many metres. */
const [SHARE_ABOUT, LEAST_ABOUT] = [0.12, 8] as const;

/** Words make way for a belt once it has rested so long, milliseconds: while it is dragged they stay. */
const BELTS_AFTER = 150;

/** All that the drawing of ground, boundary and baselines follows from: a dragged row is none of it. */
const drawnFrom = ({ holding, selection, active, tokens, zones }: Scene): readonly unknown[] => [
  holding.id,
  holding.boundary,
  holding.features,
  holding.units,
  selection,
  active,
  tokens,
  zones,
  ...holding.plantings.flatMap(({ id, baseline }) => [id, baseline]),
];

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
  private readonly beltSource = new VectorSource();
  private readonly sketch = new SketchLayer(8);
  private readonly pointing: Pointing;
  private readonly map: OlMap;
  private reshaping: Reshaping | null = null;
  private readonly chosen = new Collection<Feature>();
  private scene: Scene | null = null;
  private drawn: readonly unknown[] | null = null;
  private belting: ReturnType<typeof setTimeout> | undefined;
  private readonly scale = new ScaleLine({ units: 'metric', minWidth: 70 });
  private fitted = '';
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
        this.sketch,
        new VectorLayer({ source: this.beltSource, zIndex: 9, declutter: true, style: beltsIn }),
      ],
      view: new View({
        projection: plane,
        center: [0, 0],
        resolution: 0.4,
        minResolution: 0.01,
        maxResolution: 40,
        enableRotation: false,
      }),
      controls: [this.scale],
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
    this.pointing = new Pointing(
      this.map,
      events,
      () => this.scene,
      () => this.drawSketch(),
    );
  }

  dispose(): void {
    this.disposed = true;
    clearTimeout(this.belting);
    this.map.setTarget(undefined);
    this.map.dispose();
  }

  /** Shows a scene; the first of a holding is brought into view. */
  show(scene: Scene): void {
    this.scene = scene;
    this.grid.show(scene.tokens, scene.holding.units);
    this.scale.setUnits(scene.holding.units);
    this.plants.show(scene);
    const { holding, active } = scene;
    const drawn = drawnFrom(scene);
    if (!this.drawn || drawn.some((part, i) => part !== this.drawn![i])) {
      drawThings(
        { edge: this.edgeSource, ground: this.groundSource, handles: this.handleSource, chosen: this.chosen },
        scene,
      );
      this.drawn = drawn;
    }
    clearTimeout(this.belting);
    this.belting = setTimeout(() => drawBelts(this.beltSource, scene), BELTS_AFTER);
    this.showOverlay(scene);
    this.reshaping?.setActive(!scene.sketch);
    this.map.getTargetElement()?.classList.toggle('is-drawing', !!scene.sketch);
    this.drawSketch();
    const fitting = `${holding.id} ${active}`;
    if (this.fitted !== fitting && this.map.getSize()?.every((side) => side > 0)) {
      this.fitted = fitting;
      this.focus();
    }
  }

  /** Brings the planting in hand into view with what lies about it; without one the whole holding. */
  private focus(): void {
    const { all, active } = this.scene!;
    const stand = all.find(({ planting }) => planting.id === active)?.layout.stand;
    if (!stand || stand.count === 0) return this.fit();
    const [west, south, east, north] = boundingExtent(Array.from(stand.x, (x, i) => [x, stand.y[i]!])) as number[];
    const about = Math.max(LEAST_ABOUT, Math.max(east! - west!, north! - south!) * SHARE_ABOUT);
    this.reveal(
      [
        [west! - about, south! - about],
        [east! + about, north! + about],
      ],
      20,
    );
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

  centre([x, y]: Point): void {
    this.map.getView().setCenter([x, y]);
  }

  /** Moves what is shown by shares of its width and height, east and north. */
  shift(east: number, north: number): void {
    const [width, height] = this.map.getSize() ?? [0, 0];
    const view = this.map.getView();
    const [x, y] = this.middle();
    const resolution = view.getResolution()!;
    view.setCenter([x + east * width! * resolution, y + north * height! * resolution]);
  }

  /** Calls `seen` with what the plan shows now, and each time that it shows another part; gives back how to stop. */
  watchView(seen: (extent: Extent) => void): () => void {
    let last = '';
    const tell = () => {
      if (!this.map.getSize()) return;
      const extent = this.map.getView().calculateExtent() as [number, number, number, number];
      if (last === (last = extent.join(' '))) return;
      seen(extent);
    };
    tell();
    const key = this.map.on('postrender', tell);
    return () => unByKey(key);
  }

  /** The map's own middle, for drawing by keyboard. */
  middle(): Point {
    const [x, y] = this.map.getView().getCenter() as [number, number];
    return [x, y];
  }

  resize(): void {
    this.map.updateSize();
  }

  private overlaid: readonly unknown[] | null = null;

  private showOverlay({ overlay, mark, section, holding, pictures }: Scene): void {
    this.beneath.show(pictures);
    const { boundary, features, rules, units } = holding;
    const drawn = [overlay, mark, section, boundary, features, rules, units];
    const was = this.overlaid;
    if (was && drawn.every((part, i) => part === was[i])) return;
    if (was?.[0] !== overlay) this.raster.show(overlay.raster ? [overlay.raster] : []);
    drawOverlay(this.overlaySource, overlay, holding, mark, section);
    this.overlaid = drawn;
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
    this.drawn = null; // drawn again from the holding, also when the change is refused
    this.events.onReshape(
      what as 'corner' | 'feature' | 'baseline',
      id,
      coordinates.map(([x, y]) => [x!, y!] as const),
    );
    if (this.scene) this.show(this.scene);
  }
  private drawSketch(): void {
    if (!this.scene) return;
    const { sketch, tokens } = this.scene;
    if (!sketch) this.pointing.snapped = null;
    this.sketch.draw(sketch, this.pointing.snapped, tokens);
  }
}
