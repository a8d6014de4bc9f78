import { derived } from '../../derived/derived.ts';
import { cuttingHours } from '../../years/cutting.ts';
import { finding, type Judged, type Rule, type Finding } from '../finding.ts';
import { building } from './building.ts';
import { layerLightRule } from './layer-light.ts';
import { localHeight } from './local-height.ts';
import { mower } from './mower.ts';
import { overheadLine } from './overhead-line.ts';

/** The rules that ask how large a plant becomes. */
const ASK_SIZE: readonly Rule[] = [overheadLine, localHeight, building, mower, layerLightRule];

/** Places where all is well only while somebody cuts: what the rules of size would say of the same plants left to grow. */
export const onlyWhileCut = derived(function onlyWhileCut(judged: Judged): Finding[] {
  const { holding, layout } = judged;
  const { stand } = layout;
  if (stand.lots.every(({ kept }) => kept === null)) return [];
  const grown = { ...stand, lots: stand.lots.map((lot) => ({ ...lot, kept: null })) };
  const { planting, all, planted } = judged;
  const uncut: Judged = { holding, planting, layout: { ...layout, stand: grown }, all, planted };
  const then = ASK_SIZE.flatMap((rule) => rule(uncut));
  if (then.length === 0) return [];
  const now = new Set(ASK_SIZE.flatMap((rule) => rule(judged)).map(({ id }) => id));
  const hours = cuttingHours(stand, holding);
  return then
    .filter(({ id }) => !now.has(id))
    .map(({ id, what, why, plants, at, year }) =>
      finding('only-while-cut', judged, id, {
        severity: 'note',
        what: 'It fits only while somebody cuts it',
        why: `Left to grow: ${what[0]!.toLowerCase()}${what.slice(1)}. ${why} Keeping it cut takes about ${hours < 10 ? Math.round(hours * 10) / 10 : Math.round(hours)} hours a year.`,
        plants,
        at,
        year,
      }),
    );
});
