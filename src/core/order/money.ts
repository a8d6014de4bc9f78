import { roundHalfUp } from '../units/rounding.ts';

/** One size of stock, as it is weighed against another. Money of one kind, heights in metres, check in years of stand-still. */
export interface SizeChoice {
  readonly plant: number;
  readonly extras: number;
  readonly survival: number;
  readonly height: number;
  readonly check: number;
}

/** Years that large stock gains over small, what each survivor costs more, and what a year costs so: `budget.sizeYears`; null where it gains none. */
export function sizeYears({ small, big, growth }: { small: SizeChoice; big: SizeChoice; growth: number }) {
  const effective = ({ plant, extras, survival }: SizeChoice) => (plant + extras) / survival;
  const yearsGained = (big.height - small.height) / growth - (big.check - small.check);
  const extraPerSurvivor = effective(big) - effective(small);
  return { yearsGained, extraPerSurvivor, perYear: yearsGained > 0 ? extraPerSurvivor / yearsGained : null };
}

export interface BudgetOptions {
  /** Minor units. */
  readonly materials: number;
  readonly labourHours: number;
  readonly labourRate: number;
  readonly contractor: number;
  readonly contingencyPct: number;
  readonly taxPct: number;
  readonly grantPerM: number;
  readonly metres: number;
  readonly grantPerTree: number;
  readonly trees: number;
  /** Most that a grant pays of the whole. */
  readonly grantCapPct: number;
}

/** Cost with contingency and tax, and a grant as income beside it: `budget.total`. Each line rounded half up. */
export function budgetTotal(o: BudgetOptions) {
  const labour = roundHalfUp(o.labourHours * o.labourRate);
  const contingency = roundHalfUp((o.contingencyPct / 100) * (o.materials + labour + o.contractor));
  const tax = roundHalfUp((o.taxPct / 100) * (o.materials + o.contractor));
  const gross = o.materials + labour + o.contractor + contingency + tax;
  const grant = roundHalfUp(Math.min(o.grantPerM * o.metres + o.grantPerTree * o.trees, (o.grantCapPct / 100) * gross));
  return { labour, contingency, tax, gross, grant, net: gross - grant };
}

/** What it has cost after some years, for each plant that lives and each metre: `budget.perSurvivor`. */
export function costPerSurvivor({
  net,
  aftercarePerYear,
  years,
  beatUp,
  positions,
  s1,
  later,
  metres,
}: {
  net: number;
  aftercarePerYear: number;
  years: number;
  beatUp: number;
  positions: number;
  /** Share that lives through the first year, and through each one after. */
  s1: number;
  later: number;
  metres: number;
}) {
  const total = net + aftercarePerYear * years + beatUp;
  const alive = positions * s1 * later ** (years - 1);
  return { total, alive, perSurvivor: total / alive, perMetre: total / metres };
}
