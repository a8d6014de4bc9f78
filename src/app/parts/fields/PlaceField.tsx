import { FilePick } from './FilePick.tsx';
import { Button, Input } from 'antd';
import { useId, useRef, useState } from 'react';
import { sayPlace, typedPlace } from '../../../core/ground/typed-place.ts';
import type { Holding } from '../../../core/holding/schema.ts';

type Place = Holding['place'];

interface Props {
  /** Null where none is given yet. */
  readonly value: Place | null;
  onChange(place: Place | null): void;
}

/** Longest wait for where the device is, milliseconds. */
const PATIENCE = 20_000;

/** A place typed or pasted as people write places, taken from the device, or from the middle of a map file. */
export function PlaceField({ value, onChange }: Props) {
  const id = useId();
  const file = useRef<HTMLInputElement>(null);
  const [text, setText] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState<'device' | 'file' | null>(null);

  const take = (place: Place) => {
    setText(null);
    setProblem(null);
    onChange(place);
  };
  const enter = () => {
    if (text === null) return;
    const read = typedPlace(text);
    if (typeof read !== 'string') return take(read);
    setProblem(text.trim() === '' && value === null ? null : read);
    if (text.trim() !== '') onChange(null);
  };
  const locate = () => {
    if (!('geolocation' in navigator)) return setProblem('This browser does not know where it is. Type the place.');
    setBusy('device');
    navigator.geolocation.getCurrentPosition(
      ({ coords: { latitude, longitude } }) => {
        setBusy(null);
        const read = typedPlace(`${latitude.toFixed(6)}, ${longitude.toFixed(6)}`);
        if (typeof read === 'string') setProblem(read);
        else take(read);
      },
      ({ code }) => {
        setBusy(null);
        setProblem(
          code === GeolocationPositionError.PERMISSION_DENIED
            ? 'The browser was not allowed to say where this device is. Allow it, or type the place.'
            : 'This device does not find its position. Try again under open sky, or type the place.',
        );
      },
      { enableHighAccuracy: true, timeout: PATIENCE },
    );
  };
  const read = async (chosen: File) => {
    setBusy('file');
    try {
      const { placeInFile } = await import('../../workers/read-files.ts');
      const place = await placeInFile(chosen, new AbortController().signal);
      const kept = place && typedPlace(`${place.latitude.toFixed(6)}, ${place.longitude.toFixed(6)}`);
      if (kept && typeof kept !== 'string') take(kept);
      else
        setProblem(
          `${chosen.name} does not say where on earth it lies. Choose one in degrees, or one that names its grid.`,
        );
    } catch (reason) {
      setProblem(reason instanceof Error ? reason.message : String(reason));
    } finally {
      setBusy(null);
    }
  };

  return (
    <div className="field place-field">
      <label htmlFor={id}>Place: latitude, longitude</label>
      <div className="place-ways">
        <Input
          id={id}
          value={text ?? (value ? sayPlace(value) : '')}
          placeholder="52.1, -20.4 or 52°06′N 20°24′W"
          status={problem ? 'error' : ''}
          aria-invalid={!!problem}
          aria-describedby={problem ? `${id}-problem` : undefined}
          onChange={(event) => setText(event.target.value)}
          onBlur={enter}
          onPressEnter={enter}
        />
        <Button loading={busy === 'device'} onClick={locate}>
          Where I am
        </Button>
        <Button loading={busy === 'file'} onClick={() => file.current?.click()}>
          From a map file
        </Button>
        <FilePick input={file} label="Map file of the place" onPick={(chosen) => void read(chosen)} />
      </div>
      {problem && (
        <p className="field-problem" id={`${id}-problem`} role="alert">
          {problem}
        </p>
      )}
    </div>
  );
}
