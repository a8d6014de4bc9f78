import { AimsPanel } from './AimsPanel.tsx';
import { AnimalsPanel } from './AnimalsPanel.tsx';
import { EdgesPanel } from './EdgesPanel.tsx';
import { FallPanel } from './FallPanel.tsx';
import { FeaturesPanel } from './FeaturesPanel.tsx';
import { MarkingDesk } from './MarkingDesk.tsx';
import { PicturesPanel } from './PicturesPanel.tsx';
import { RulesPanel } from './RulesPanel.tsx';
import { SoilPanel } from './SoilPanel.tsx';
import { StopFindings } from './StopFindings.tsx';
import { WindPanel } from './WindPanel.tsx';
import type { Stop } from './stops.ts';

/** What is known, asked and drawn at one stop of the walk, and what it means for the plantings. */
export function StopPanel({ stop }: { stop: Stop }) {
  return (
    <>
      <h2>{stop.label}</h2>
      <Body stop={stop} />
      <StopFindings stop={stop} />
    </>
  );
}

function Body({ stop }: { stop: Stop }) {
  switch (stop.key) {
    case 'edges':
      return (
        <>
          <EdgesPanel />
          <h3>Fences and walls</h3>
          <FeaturesPanel kinds={stop.kinds} empty="None drawn." />
          <PicturesPanel />
        </>
      );
    case 'above-below':
      return (
        <>
          <FeaturesPanel kinds={stop.kinds} />
          <MarkingDesk />
        </>
      );
    case 'soil':
      return <SoilPanel />;
    case 'fall':
      return <FallPanel />;
    case 'wind':
      return <WindPanel />;
    case 'animals':
      return <AnimalsPanel />;
    case 'rules':
      return <RulesPanel />;
    case 'aims':
      return <AimsPanel />;
    default:
      return <FeaturesPanel kinds={stop.kinds} />;
  }
}
