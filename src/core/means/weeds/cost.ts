/** What keeps one m² clean over the years: money of one kind, minutes of work: `weed.cost5`. */
export interface CareCost {
  readonly material: number;
  readonly disposal: number;
  readonly topups: number;
  readonly topMaterial: number;
  readonly install: number;
  readonly annual: number;
  readonly years: number;
  readonly topMin: number;
  readonly removal: number;
  /** An hour of work. */
  readonly rate: number;
}

export const minutesOf = ({ install, annual, years, topups, topMin, removal }: Omit<CareCost, 'rate'>): number =>
  install + annual * years + topups * topMin + removal;

export const careCost = (o: CareCost): number =>
  o.material + o.disposal + o.topups * o.topMaterial + (minutesOf(o) / 60) * o.rate;
