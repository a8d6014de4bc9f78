/** 'As good as so many equal species', by shares and by squares: `diversity.hill`, Hill 1973. */
export function equalSpecies(amounts: readonly number[]): { byShare: number; bySquare: number } {
  const all = amounts.reduce((sum, one) => sum + one, 0);
  const shares = amounts.filter((one) => one > 0).map((one) => one / all);
  return {
    byShare: Math.exp(-shares.reduce((sum, p) => sum + p * Math.log(p), 0)),
    bySquare: 1 / shares.reduce((sum, p) => sum + p * p, 0),
  };
}

/** The largest share of one name, per cent: `diversity.topShares` over species, genera or families. */
export function topShare(amounts: readonly number[], names: readonly string[]): { name: string; share: number } {
  const sums = new Map<string, number>();
  amounts.forEach((amount, i) => sums.set(names[i]!, (sums.get(names[i]!) ?? 0) + amount));
  const all = amounts.reduce((sum, one) => sum + one, 0);
  const [name, most] = [...sums].reduce((a, b) => (b[1] > a[1] ? b : a), ['', 0] as [string, number]);
  return { name, share: all > 0 ? (100 * most) / all : 0 };
}

/** The pest that would take most, and its share: `diversity.pestExposure`. By pest how much of each species it takes. */
export function worstPest(
  amounts: readonly number[],
  hosts: Readonly<Record<string, readonly number[]>>,
): { pest: string; share: number } {
  const all = amounts.reduce((sum, one) => sum + one, 0);
  return Object.entries(hosts)
    .map(([pest, taken]) => ({ pest, share: amounts.reduce((sum, one, i) => sum + one * taken[i]!, 0) / all }))
    .reduce((worst, one) => (one.share > worst.share ? one : worst), { pest: '', share: 0 });
}

/** Share of a plant's days in flower on which its partner flowers too: `diversity.bloomOverlap`, days of the year, both ends in. */
export const bloomTogether = (from: number, to: number, partnerFrom: number, partnerTo: number): number =>
  Math.max(0, Math.min(to, partnerTo) - Math.max(from, partnerFrom) + 1) / (to - from + 1);

/** How well a partner serves at a distance, 0 to 1: `diversity.pollen`; `carried` is how far pollen goes, metres. */
export const pollenServed = (away: number, together: number, carried: number, compatible: number): number =>
  compatible * together * Math.exp(-away / carried);
