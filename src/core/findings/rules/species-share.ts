import { derived } from '../../derived/derived.ts';
import { bookOf } from '../../species/book.ts';
import { setRuns } from '../../holding/planting-commands.ts';
import { together } from '../../holding/command.ts';
import { settingOf } from '../../holding/settings.ts';
import { kindsOf } from '../../account/quantities.ts';
import { matureHeight, matureWidth } from '../../species/catalogue.ts';
import { patterns } from '../../ranks/patterns.ts';
import { finding, type Finding, type Judged } from '../finding.ts';
import { substitute } from '../mending.ts';
import { capital } from '../../units/text.ts';

/** One species over its share of a planting: one pest or one bad winter takes it all. */
export const speciesShare = derived(function speciesShare(judged: Judged): Finding[] {
  const { holding, planting, layout } = judged;
  const { count } = layout.stand;
  if (count < settingOf(holding, 'share.from')) return [];
  const most = settingOf(holding, 'share.most');
  const { oneKind } = patterns[planting.purpose];
  const bySpecies = new Map<string, number>();
  for (const kind of kindsOf(layout.stand))
    bySpecies.set(kind.species.id, (bySpecies.get(kind.species.id) ?? 0) + kind.count);
  return [...bySpecies]
    .filter(([, n]) => n / count > most + 1e-9)
    .map(([id, n]) => {
      const species = bookOf(holding).of(id);
      const near = (a: number, b: number) => Math.abs(a - b) <= 0.4 * b;
      const partner = substitute(judged, species, (other) => {
        const share = (bySpecies.get(other.id) ?? 0) + n / 2;
        return (
          other.kind === species.kind &&
          near(matureHeight(other), matureHeight(species)) &&
          near(matureWidth(other), matureWidth(species)) &&
          share / count <= most &&
          zoneFits(other.zone, species.zone)
        );
      });
      const halved = planting.rows.map((row) =>
        setRuns(
          planting.id,
          row.id,
          row.runs.flatMap((run) => (run.species === id && partner ? halves(run.count, id, partner.id) : [run])),
        ),
      );
      return finding('species-share', judged, id, {
        severity: oneKind ? 'note' : 'caution',
        what: `${capital(species.common)} is ${Math.round((100 * n) / count)} % of the planting`,
        why: `${n} of ${count} plants; your share is at most ${Math.round(most * 100)} %. A mix outlives what fells one species; one matched species looks even and is easy to clip. ${oneKind ?? 'Accept it where that is the aim.'}`,
        at: [layout.stand.x[0]!, layout.stand.y[0]!],
        remedies: partner
          ? [
              {
                label: `Give half to ${partner.common}`,
                command: together(`half of ${species.common} to ${partner.common}`, halved),
              },
            ]
          : [],
      });
    });
});

const zoneFits = (zone: number, wanted: number): boolean => zone <= wanted + 1;

/** A run shared between two species; a single plant becomes one of each, which halves its share too. */
const halves = (count: number, own: string, other: string) =>
  count === 1
    ? [
        { species: own, count: 1 },
        { species: other, count: 1 },
      ]
    : [
        { species: own, count: Math.ceil(count / 2) },
        { species: other, count: Math.floor(count / 2) },
      ];
