import { FilePick } from '../../../parts/fields/FilePick.tsx';
import { Button, Select } from 'antd';
import { useRef, useState } from 'react';
import type { CrsChoice } from '../../../../core/files/crs-choices.ts';
import { setPicture, setTerrain } from '../../../../core/holding/ground-commands.ts';
import { keepFor } from '../../../store/pictures.ts';
import { newId } from '../../../store/ids.ts';
import { complain, run, useSession } from '../../../store/session.ts';
import { crsOptions } from './crs-options.ts';
import { groundBox } from '../ground-box.ts';

type Chosen = Exclude<CrsChoice, 'declared'>;

/** Brings in a file of pixels that says where it lies: an elevation grid, or a picture to lay beneath. */
export function RasterButton({ wants, label }: { wants: 'elevation' | 'picture'; label: string }) {
  const input = useRef<HTMLInputElement>(null);
  const abort = useRef<AbortController | null>(null);
  const place = useSession((state) => state.holding!.place);
  const [reading, setReading] = useState(false);
  const [crs, setCrs] = useState<Chosen>('utm');

  const read = async (file: File) => {
    const { holding } = useSession.getState();
    abort.current = new AbortController();
    setReading(true);
    try {
      const { readRasterFile } = await import('../../../workers/read-files.ts');
      const { terrain, picture } = await readRasterFile(
        file,
        holding!.place,
        groundBox(holding!),
        crs,
        abort.current.signal,
      );
      if (terrain) run(setTerrain(terrain));
      if (picture)
        run(
          setPicture({
            id: newId(),
            name: file.name.slice(0, 120),
            file: await keepFor(holding!, picture.bytes),
            type: 'image/png',
            width: picture.width,
            height: picture.height,
            points: [],
            matrix: picture.matrix,
            opacity: 0.7,
          }),
        );
    } catch (problem) {
      if (!(problem instanceof DOMException && problem.name === 'AbortError')) complain((problem as Error).message);
    } finally {
      setReading(false);
    }
  };
  return (
    <span className="raster-button">
      <Button size="small" loading={reading} onClick={() => input.current?.click()}>
        {label}
      </Button>
      {reading && (
        <Button size="small" onClick={() => abort.current?.abort()}>
          Stop
        </Button>
      )}
      {wants === 'elevation' && (
        <Select<Chosen>
          size="small"
          aria-label="How a grid’s coordinates are meant where the file does not say"
          value={crs}
          popupMatchSelectWidth={false}
          onChange={setCrs}
          options={
            crsOptions(null, place).filter((option) => option.value !== 'declared') as {
              value: Chosen;
              label: string;
            }[]
          }
        />
      )}
      <FilePick
        input={input}
        label={label}
        accept={wants === 'elevation' ? '.asc,.grd,.tif,.tiff' : '.tif,.tiff'}
        onPick={(file) => void read(file)}
      />
    </span>
  );
}
