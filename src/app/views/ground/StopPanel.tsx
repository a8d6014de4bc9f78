import { AimsPanel } from './place/AimsPanel.tsx';
import { AnimalsPanel } from './features/AnimalsPanel.tsx';
import { EdgesPanel } from './place/EdgesPanel.tsx';
import { FallPanel } from './sky/FallPanel.tsx';
import { FeaturesPanel } from './features/FeaturesPanel.tsx';
import { MarkingDesk } from './features/MarkingDesk.tsx';
import { PicturesPanel } from './bring-in/PicturesPanel.tsx';
import { RulesPanel } from './place/RulesPanel.tsx';
import { SoilPanel } from './features/SoilPanel.tsx';
import { StopFindings } from './StopFindings.tsx';
import { WindPanel } from './sky/WindPanel.tsx';
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
