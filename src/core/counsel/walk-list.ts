import { distance } from '../geometry/point.ts';
import { isInside } from '../geometry/polygon.ts';
import { featureLabel, featuresOf, isMarked, nameOf } from '../ground/features.ts';
import type { Holding } from '../holding/schema.ts';
import { settingOf } from '../holding/settings.ts';
import { polyline, distanceTo } from '../geometry/polyline.ts';
import type { Laid } from '../ranks/laid.ts';

/** That something was seen: the day, and what was noted. */
export interface Seen {
  readonly on: string;
  readonly note: string;
}

/** One thing to look at on a walk over the site. */
export interface WalkItem {
  /** Lasting name, under which seeing it is noted. */
  readonly key: string;
  /** Stop of the walk that it belongs to. */
  readonly stop: string;
  readonly what: string;
  /** Why, or what to note. */
  readonly why: string;
  /** Closed by what the plan holds, by a note that it was seen, or still open. */
  readonly state: 'plan' | 'seen' | 'open';
  readonly seen: Seen | null;
  /** Only eyes can close it; the others close when the plan holds what is missing. */
  readonly byEye: boolean;
}

/** How things get onto the list: closed by what the plan holds, or by eyes alone. */
interface Listing {
  byPlan(key: string, stop: string, what: string, why: string, done: boolean): void;
  byEye(key: string, stop: string, what: string, why: string): void;
}

/** Everything to see, find or ask on a walk over the site: made from the plan, closed by it or by what was `seen`, by item. */
export function walkList(holding: Holding, all: readonly Laid[], seen: ReadonlyMap<string, Seen>): WalkItem[] {
  const items: WalkItem[] = [];
  const listing: Listing = {
    byPlan(key, stop, what, why, done) {
      const note = seen.get(key) ?? null;
      items.push({ key, stop, what, why, state: done ? 'plan' : note ? 'seen' : 'open', seen: note, byEye: false });
    },
    byEye(key, stop, what, why) {
      const note = seen.get(key) ?? null;
      items.push({ key, stop, what, why, state: note ? 'seen' : 'open', seen: note, byEye: true });
    },
  };
  edges(holding, listing);
  aboveAndBelow(holding, all, listing);
  water(holding, listing);
  soil(holding, listing);
  windAndLife(holding, listing);
  wayIn(holding, listing);
  rulesAndAims(holding, listing);
  return items;
}

function edges({ boundary }: Holding, { byPlan }: Listing): void {
  if (!boundary)
    byPlan(
      'boundary',
      'edges',
      'Walk the boundary',
      'Draw it, or type it from the deed, before anything hangs on it.',
      false,
    );
  boundary?.forEach(({ id, pin, other }, i) => {
    byPlan(
      `pin-${id}`,
      'edges',
      `Find the pin of corner ${i + 1}`,
      'A setback measured from an assumed corner is a guess.',
      pin === 'found',
    );
    if (other)
      byPlan(
        `pin-other-${id}`,
        'edges',
        `Settle where corner ${i + 1} is`,
        'Two sources disagree: both are on the plan.',
        false,
      );
  });
}

function aboveAndBelow(holding: Holding, all: readonly Laid[], { byPlan, byEye }: Listing): void {
  const { features } = holding;
  for (const service of featuresOf(features, 'buriedService'))
    if (service.state !== 'removed') {
      byPlan(
        `mark-${service.id}`,
        'above-below',
        `See the marks of the ${nameOf(service)}`,
        'No digging before it is marked, by hand near the marks.',
        isMarked(holding, service.id),
      );
      if (service.state === 'unknown')
        byPlan(
          `state-${service.id}`,
          'above-below',
          `Find out whether the ${nameOf(service)} is live`,
          'An abandoned pipe still stops a hole.',
          false,
        );
    }
  for (const wire of featuresOf(features, 'overheadLine'))
    byEye(
      `wire-${wire.id}`,
      'above-below',
      `Read the height of the ${nameOf(wire)} at its lowest`,
      'From the ground, never with a pole; its operator knows the clearance.',
    );
  for (const { planting, layout } of all) {
    if (!layout.baseline) continue;
    const line = polyline(layout.baseline.line.points);
    const dug = featuresOf(features, 'testHole', 'holeTest').some(
      ({ at }) =>
        distanceTo(line, at) <=
        settingOf(holding, 'hole.beside') + layout.stand.rows.reduce((far, row) => Math.max(far, row.offset), 0),
    );
    byPlan(
      `hole-${planting.id}`,
      'above-below',
      `Dig a test hole on the line of ${planting.name}`,
      'Before the line is fixed: stones, pipes and water show in the first hole.',
      dug,
    );
  }
}

function water({ features }: Holding, { byEye }: Listing): void {
  for (const wet of featuresOf(features, 'wetGround'))
    byEye(`wet-${wet.id}`, 'water', `See ${nameOf(wet)} in winter`, 'How long water stands decides what lives there.');
  if (featuresOf(features, 'wetGround').length === 0)
    byEye('wet', 'water', 'Walk the ground after a week of rain', 'Note where water stands, and for how long.');
  for (const bank of featuresOf(features, 'erodingBank'))
    byEye(
      `bank-${bank.id}`,
      'water',
      `Have an engineer see the ${nameOf(bank)}`,
      'Before anything is planted there; the water authority may want to be asked.',
    );
}

function soil({ features, units }: Holding, { byPlan }: Listing): void {
  const tests = featuresOf(features, 'percolation', 'holeTest');
  const zones = featuresOf(features, 'soilZone');
  if (zones.length === 0)
    byPlan(
      'soil',
      'soil',
      'Dig a hole and time its water',
      'Texture by feel, depth to a pan, and how fast the second filling falls.',
      tests.length > 0,
    );
  for (const zone of zones)
    byPlan(
      `test-${zone.id}`,
      'soil',
      `Test the soil of ${featureLabel(zone, units)}`,
      'A hole and a percolation test turn a map’s guess into your own number.',
      tests.some(({ at }) => isInside(zone.ring, at)),
    );
}

function windAndLife(holding: Holding, { byPlan, byEye }: Listing): void {
  const { features, units } = holding;
  byEye(
    'wind',
    'wind',
    'Look which way old trees lean',
    'Flagged crowns tell the wind worth stopping better than any record.',
  );
  byPlan(
    'animals',
    'animals',
    'Look for who eats trees',
    'Droppings, frayed stems, cut shoots, runs under the fence; ask the neighbours.',
    holding.animals.length > 0 || features.some(({ kind }) => kind === 'browsed'),
  );
  byPlan(
    'thriving',
    'cover',
    'Note what thrives within sight of the fence',
    'What grows well there and for some kilometres around will grow here.',
    holding.thriving.length > 0,
  );
  byPlan(
    'cover',
    'cover',
    'Note what grows now, and what stood there',
    'It decides what clearing takes, and how many seasons.',
    features.some(({ kind }) => kind === 'cover'),
  );
  for (const cover of featuresOf(features, 'cover'))
    byPlan(
      `clear-${cover.id}`,
      'cover',
      `Choose how ${featureLabel(cover, units)} is cleared`,
      'Some ways take two seasons before the first tree.',
      cover.clearing !== null,
    );
}

function wayIn({ features }: Holding, { byPlan, byEye }: Listing): void {
  byPlan(
    'gate',
    'way-in',
    'Measure the gate',
    'The machine, the delivery and the water cart must come through it.',
    features.some(({ kind }) => kind === 'gate'),
  );
  byPlan(
    'tap',
    'way-in',
    'Find the tap and time a bucket',
    'Its flow decides how long a round of watering takes.',
    features.some(({ kind }) => kind === 'tap' || kind === 'tank'),
  );
  for (const gate of featuresOf(features, 'gate')) {
    const onTrack = featuresOf(features, 'track').some((track) => track.line.some((p) => distance(p, gate.at) < 10));
    if (onTrack)
      byEye(
        `sight-${gate.id}`,
        'rules',
        `Look both ways from ${nameOf(gate)}`,
        'Draw the sight triangle under Rules if the local rule asks for one.',
      );
  }
}

function rulesAndAims(holding: Holding, { byPlan }: Listing): void {
  byPlan(
    'rules',
    'rules',
    'Ask what the local rules are',
    'Setback, height, water’s edge, nesting season: note who said so.',
    holding.rules.length > 0 && holding.rules.every(({ said }) => said !== ''),
  );
  byPlan(
    'aims',
    'aims',
    'Say what it is for',
    'An aim that can be measured, tied to a place and a year.',
    holding.aims.length > 0,
  );
}
