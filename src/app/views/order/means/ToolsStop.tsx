import { toolsFor, toolSource, type ToolLine } from '../../../../core/means/tools.ts';
import { counted, inUnits } from '../../../../core/units/quantities.ts';
import { Panel } from '../../../parts/Panel.tsx';
import { SettingField } from '../../../parts/fields/SettingField.tsx';
import { useWorked } from '../../../store/derived.ts';
import { Facts } from '../../../parts/Facts.tsx';

/** Tools and safety gear for the method and the crew, and what the plan asks people to mind. */
export function ToolsStop() {
  const { holding, all } = useWorked();
  const { people, tools, gear, cautions } = toolsFor(all, holding);
  return (
    <>
      <main className="stage page order-stop" tabIndex={0}>
        <h1>Tools and safety</h1>
        {cautions.map(({ text, must }) => (
          <p key={text} className={`reading${must ? ' is-caution' : ''}`}>
            {inUnits(text, holding.units)}
          </p>
        ))}
        <Things caption={`Tools for ${counted(people, 'person', 'people')}`} things={tools} />
        <Things caption="Safety gear" things={gear} />
        {tools.length === 0 && <p className="soft">Nothing laid yet. Lay out a planting under Ranks first.</p>}
      </main>
      <Panel label="Tools and safety">
        <h2>Tools and safety</h2>
        <SettingField setting="crew.people" />
        <p className="soft fine">
          Listed for the ways of digging, the guards and the cover that are chosen. What one person uses is counted for
          each; the rest is shared. Source: {toolSource}.
        </p>
      </Panel>
    </>
  );
}

function Things({ caption, things }: { caption: string; things: readonly ToolLine[] }) {
  if (things.length === 0) return null;
  return (
    <Facts
      caption={caption}
      rows={things.map(({ label, count, shared }) => ({
        key: label,
        cells: [
          label,
          count,
          <span key="whose" className="soft">
            {shared ? 'shared' : 'each their own'}
          </span>,
        ],
      }))}
    />
  );
}
