import './days.css';
import { useParams } from 'react-router';
import { Guarded } from '../../parts/Guarded.tsx';
import { CrewStop } from './CrewStop.tsx';
import { LineStop } from './LineStop.tsx';
import { ListStop } from './ListStop.tsx';
import { SeasonStop } from './SeasonStop.tsx';
import { STOPS } from './stops.ts';
import { StockStop } from './StockStop.tsx';
import { useTitle } from '../../parts/use-title.ts';
import { WeekStop } from './WeekStop.tsx';

const PAGES = { season: SeasonStop, week: WeekStop, list: ListStop, stock: StockStop, crew: CrewStop, line: LineStop };

/** When, who, and in which order. */
export function DaysView() {
  const { stop: asked, planting } = useParams();
  const { key, label } = STOPS.find((one) => one.key === asked) ?? STOPS[0];
  useTitle(label, 'Days');
  const Page = PAGES[key];
  return (
    <Guarded part="This page" key={key}>
      <Page planting={planting} />
    </Guarded>
  );
}
