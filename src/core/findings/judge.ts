import { take, type Proposal } from '../holding/command.ts';
import type { Holding } from '../holding/schema.ts';
import { layHolding, plantedOn, type Laid } from '../ranks/laid.ts';
import { bears } from '../species/catalogue.ts';
import { finding, SEVERITIES, type Finding, type Judged, type Rule } from './finding.ts';
import { besideWay } from './rules/beside-way.ts';
import { browsed } from './rules/browsed.ts';
import { building } from './rules/building.ts';
import { buriedService } from './rules/buried-service.ts';
import { cover } from './rules/cover.ts';
import { crownOver } from './rules/crown-over.ts';
import { erodingBank } from './rules/eroding-bank.ts';
import { flood } from './rules/flood.ts';
import { fire } from './rules/fire.ts';
import { hostPair } from './rules/host-pair.ts';
import { pest } from './rules/pest.ts';
import { rootsOnClay } from './rules/roots-on-clay.ts';
import { shedLimbs } from './rules/shed-limbs.ts';
import { suckersUnderFabric } from './rules/suckers-under-fabric.ts';
import { waterWorks } from './rules/water-works.ts';
import { fallOnLine } from './rules/fall-on-line.ts';
import { hardiness } from './rules/hardiness.ts';
import { harm } from './rules/harm.ts';
import { inWater } from './rules/in-water.ts';
import { inTheWay } from './rules/in-the-way.ts';
import { juglone } from './rules/juglone.ts';
import { layerLightRule } from './rules/layer-light.ts';
import { localHeight } from './rules/local-height.ts';
import { localSetback } from './rules/local-setback.ts';
import { mower } from './rules/mower.ts';
import { onlyWhileCut } from './rules/only-while-cut.ts';
import { overBoundary } from './rules/over-boundary.ts';
import { overheadLine } from './rules/overhead-line.ts';
import { partner } from './rules/partner.ts';
import { assumedCorner, setback } from './rules/setback.ts';
import { shade } from './rules/shade.ts';
import { soil } from './rules/soil.ts';
import { spacingRule } from './rules/spacing.ts';
import { speciesShare } from './rules/species-share.ts';
import { stripWidth } from './rules/strip-width.ts';
import { takesSun } from './rules/takes-sun.ts';
import { tapReach } from './rules/tap-reach.ts';
import { wayIn } from './rules/way-in.ts';
import { wetGround } from './rules/wet-ground.ts';

/** Every rule, in the order in which equals are listed. A new rule is a file in rules/ and a line here. */
export const rules: readonly Rule[] = [
  overBoundary,
  overheadLine,
  fallOnLine,
  harm,
  pest,
  hardiness,
  inWater,
  buriedService,
  waterWorks,
  erodingBank,
  building,
  rootsOnClay,
  fire,
  shedLimbs,
  inTheWay,
  besideWay,
  wetGround,
  flood,
  setback,
  assumedCorner,
  crownOver,
  takesSun,
  localSetback,
  localHeight,
  soil,
  shade,
  browsed,
  cover,
  mower,
  wayIn,
  spacingRule,
  speciesShare,
  partner,
  juglone,
  hostPair,
  suckersUnderFabric,
  layerLightRule,
  stripWidth,
  tapReach,
  onlyWhileCut,
];

/**
 * All findings about one planting, most severe first, then what is right, said once. Only the rules are asked anew that
 * an edit since can have changed.
 */
export function judge(holding: Holding, { planting, layout }: Laid, all: readonly Laid[]): Finding[] {
  const judged: Judged = { holding, planting, layout, all, planted: plantedOn(all) };
  if (layout.problem)
    return [
      finding('layout', judged, layout.problem.code, {
        severity: 'fault',
        what: 'The rows cannot be laid',
        why: layout.problem.sentence,
      }),
    ];
  const found = rules.flatMap((rule) => rule(judged));
  const sorted = found.sort((a, b) => SEVERITIES.indexOf(a.severity) - SEVERITIES.indexOf(b.severity));
  return [...sorted, ...good(judged, sorted)];
}

const GROUND_RULES = new Set(['wet-ground', 'flood', 'soil-ph', 'soil-drainage', 'soil-depth', 'replant', 'shade']);

function good(judged: Judged, found: readonly Finding[]): Finding[] {
  const { stand } = judged.layout;
  if (stand.count === 0) return [];
  const wet = judged.holding.features.some(({ kind }) => kind === 'wetGround');
  // Said only where nothing at all is said against the ground: its water, its soil, what grew there.
  if (found.some(({ rule }) => GROUND_RULES.has(rule)) || !wet) return [];
  const names = stand.kinds.filter((species) => bears(species, 'wet')).map(({ common }) => common);
  return [
    finding('ground', judged, 'suits', {
      severity: 'good',
      what: 'Every plant suits the ground it stands on',
      why:
        names.length > 0
          ? `Nothing stands in wet ground that does not bear it; ${names.join(', ')} would.`
          : 'Nothing stands in wet ground.',
    }),
  ];
}

/** What a remedy would do, and whether it is worth offering. */
export interface Trial {
  readonly holding: Holding;
  /** Its effect in words: plants and findings more or fewer. */
  readonly effect: string;
}

/** Tries a remedy on a copy: the plan after it, and what changes. Throws Refused when it cannot be done. */
export function tryRemedy(holding: Holding, planting: string, remedy: Proposal): Trial {
  const after = take(holding, remedy.command).holding;
  const [was, is] = [holding, after].map((version) => weigh(version, planting));
  const plants = is!.plants - was!.plants;
  const findings = is!.findings - was!.findings;
  const say = (n: number, one: string) =>
    `${Math.abs(n)} ${one}${Math.abs(n) === 1 ? '' : 's'} ${n > 0 ? 'more' : 'fewer'}`;
  const parts = [
    plants === 0 ? 'same number of plants' : say(plants, 'plant'),
    ...(findings === 0 ? [] : [say(findings, 'finding')]),
  ];
  return { holding: after, effect: parts.join(', ') };
}

function weigh(holding: Holding, id: string): { plants: number; findings: number } {
  const all = layHolding(holding);
  const laid = all.find(({ planting }) => planting.id === id)!;
  return {
    plants: laid.layout.stand.count,
    findings: judge(holding, laid, all).filter(({ severity }) => severity !== 'good').length,
  };
}
