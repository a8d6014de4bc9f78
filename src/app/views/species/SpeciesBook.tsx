import { blankSpecies } from '../../../core/species/book.ts';
import { useBook } from '../../store/derived.ts';
import { Button, Input } from 'antd';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import type { Species } from '../../../core/holding/species-schema.ts';
import { catalogue } from '../../../core/species/catalogue.ts';
import { isFoundBy } from '../../../core/species/search.ts';
import { removeSpecies } from '../../../core/species/species-commands.ts';
import { capital } from '../../../core/units/text.ts';
import { SpeciesMark } from '../../parts/SpeciesMark.tsx';
import { Panel } from '../../parts/Panel.tsx';
import { run, useSession } from '../../store/session.ts';
import { SpeciesFacts } from './SpeciesFacts.tsx';
import { useTitle } from '../../parts/use-title.ts';
import { SpeciesForm } from './SpeciesForm.tsx';

/** Every species in force: the app's with what is known of each, and the steward's own and corrections beside them. */
export function SpeciesBook() {
  const own = useSession((state) => state.holding!.species);
  const book = useBook();
  useTitle('Species');
  const navigate = useNavigate();
  const [text, setText] = useState('');
  const [chosen, setChosen] = useState<string | null>(null);
  const [editing, setEditing] = useState<Species | null>(null);
  const isOwn = (id: string) => own.some((species) => species.id === id);
  const isCorrection = (id: string) => isOwn(id) && catalogue.some((species) => species.id === id);
  const found = [...book.all]
    .filter((species) => isFoundBy(species, text))
    .sort((a, b) => Number(isOwn(b.id)) - Number(isOwn(a.id)) || a.common.localeCompare(b.common, 'en'));
  const open = (id: string | null) => {
    setEditing(null);
    setChosen(id);
  };
  return (
    <>
      <main className="stage page">
        <div className="page-head">
          <h1>Species book</h1>
          <div className="actions">
            <Button
              onClick={() => {
                setChosen(null);
                setEditing(blankSpecies);
              }}
            >
              A species of your own
            </Button>
            <Button onClick={() => void navigate(-1)}>Back</Button>
          </div>
        </div>
        <Input
          aria-label="Find a species"
          placeholder="a name or a family"
          value={text}
          onChange={({ target }) => setText(target.value)}
        />
        <p className="soft">
          {found.length} species{own.length > 0 ? `, ${own.length} of them yours or corrected by you` : ''}. What is not
          known is left out, never guessed.
        </p>
        <ul className="species-list">
          {found.map((species) => (
            <li key={species.id}>
              <button
                type="button"
                className="link"
                aria-pressed={species.id === chosen}
                onClick={() => open(species.id)}
              >
                <SpeciesMark species={species} /> {species.common}
              </button>{' '}
              <em className="soft">{species.botanical}</em>
              {isOwn(species.id) && <span className="verdict">{isCorrection(species.id) ? 'corrected' : 'yours'}</span>}
            </li>
          ))}
        </ul>
        {found.length === 0 && <p>No species is called that.</p>}
      </main>
      <Panel label="Species" about={editing ? `editing ${editing.id}` : chosen}>
        {editing ? (
          <SpeciesForm
            key={editing.id}
            species={editing}
            isNew={editing.id === ''}
            onDone={(id) => open(id)}
            onLeave={() => setEditing(null)}
          />
        ) : chosen ? (
          <Chosen
            species={book.of(chosen)}
            standing={isCorrection(chosen) ? 'corrected' : isOwn(chosen) ? 'own' : 'app'}
            onEdit={() => setEditing(book.of(chosen))}
            onGone={() => open(isCorrection(chosen) ? chosen : null)}
          />
        ) : (
          <p className="soft">
            Choose a species to see what is known of it, correct it for this holding, or note one of your own. Yours
            travel with the holding and stay when the app’s change.
          </p>
        )}
      </Panel>
    </>
  );
}

/** One species with what is known of it; whose it is decides what can be done. */
function Chosen({
  species,
  standing,
  onEdit,
  onGone,
}: {
  species: Species;
  standing: 'app' | 'corrected' | 'own';
  onEdit(): void;
  onGone(): void;
}) {
  return (
    <>
      <h2>{capital(species.common)}</h2>
      <SpeciesFacts species={species} />
      <div className="actions wrap">
        <Button onClick={onEdit}>{standing === 'app' ? 'Correct it' : 'Change it'}</Button>
        {standing !== 'app' && (
          <Button danger onClick={() => run(removeSpecies(species.id, standing === 'corrected')) && onGone()}>
            {standing === 'corrected' ? 'Take the correction back' : 'Take it out'}
          </Button>
        )}
      </div>
    </>
  );
}
