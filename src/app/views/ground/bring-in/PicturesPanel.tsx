import { FilePick } from '../../../parts/fields/FilePick.tsx';
import { Button, Slider } from 'antd';
import { useRef, useState } from 'react';
import { laidByWorldFile } from '../../../../core/files/rasters/world-file.ts';
import { fitPicture } from '../../../../core/ground/picture-fit.ts';
import { planeAt } from '../../../../core/ground/plane.ts';
import { removePicture, setPicture } from '../../../../core/holding/ground-commands.ts';
import type { Picture } from '../../../../core/holding/ground-schema.ts';
import { keepFor } from '../../../store/pictures.ts';
import { useShown } from '../../../store/derived.ts';
import { newId } from '../../../store/ids.ts';
import { goTo } from '../../../store/look-at.ts';
import { complain, run, useSession } from '../../../store/session.ts';
import { PictureSheet } from './PictureSheet.tsx';
import { RasterButton } from './RasterButton.tsx';
import { groundBox } from '../ground-box.ts';

/** Largest picture that is kept, megabytes: a phone's photograph has five. */
const MOST = 25;

/** Pictures laid beneath the plan: an aerial, a photographed sketch, a GeoTIFF. */
export function PicturesPanel() {
  const holding = useShown();
  const file = useRef<HTMLInputElement>(null);
  const [laying, setLaying] = useState<Picture | null>(null);
  const read = async (picked: readonly File[]) => {
    try {
      const { picture, matrix } = await pictureFrom(picked);
      if (!matrix) return setLaying({ ...picture, matrix: startingMatrix(picture.width, picture.height) });
      run(setPicture({ ...picture, matrix }));
    } catch (problem) {
      complain((problem as Error).message);
    }
  };
  return (
    <section aria-label="Pictures beneath">
      <h3>Picture beneath</h3>
      <div className="actions wrap">
        <Button size="small" onClick={() => file.current?.click()}>
          Lay a picture
        </Button>
        <RasterButton wants="picture" label="Lay a GeoTIFF" />
      </div>
      <ul className="rows-list">
        {holding.pictures.map((picture) => (
          <li key={picture.id}>
            <button type="button" className="link" onClick={() => goTo(corners(picture))}>
              {picture.name}
            </button>
            <Slider
              aria-label={`How strong ${picture.name} shows`}
              min={0}
              max={1}
              step={0.05}
              defaultValue={picture.opacity}
              key={picture.opacity}
              onChangeComplete={(opacity) => run(setPicture({ ...picture, opacity }, 'picture fainter or stronger'))}
            />
            <div className="actions wrap">
              <Button size="small" onClick={() => setLaying(picture)}>
                Known points
              </Button>
              <Button size="small" danger onClick={() => run(removePicture(picture.id))}>
                Take away
              </Button>
            </div>
          </li>
        ))}
      </ul>
      {laying && (
        <PictureSheet
          picture={laying}
          onClose={() => setLaying(null)}
          onLay={(points) => {
            if (
              run(
                setPicture({
                  ...laying,
                  points: points.map((point) => ({ ...point })),
                  matrix: fitPicture(points).matrix,
                }),
              )
            )
              setLaying(null);
          }}
        />
      )}
      <FilePick
        input={file}
        label="Picture file"
        accept="image/png,image/jpeg,.jgw,.pgw,.jpgw,.pngw,.wld"
        several
        onPick={(_, picked) => void read([...picked])}
      />
    </section>
  );

  /** Where a picture lies until its points say better: over the ground, as wide. */
  function startingMatrix(width: number, height: number): Picture['matrix'] {
    const [west, south, east, north] = groundBox(holding);
    const scale = Math.max((east - west) / width, (north - south) / height);
    return [scale, 0, (west + east) / 2 - (width * scale) / 2, 0, -scale, (south + north) / 2 + (height * scale) / 2];
  }
}

const corners = ({ matrix: [a, b, c, d, e, f], width, height }: Picture): (readonly [number, number])[] =>
  [
    [0, 0],
    [width, 0],
    [width, height],
    [0, height],
  ].map(([u, v]) => [a * u! + b * v! + c, d * u! + e * v! + f] as const);

/** A picture of those picked, kept for the open holding, and how its world file lays it; null without one. Throws a sentence. */
async function pictureFrom(
  picked: readonly File[],
): Promise<{ picture: Omit<Picture, 'matrix'>; matrix: Picture['matrix'] | null }> {
  const picture = picked.find(({ type }) => type === 'image/png' || type === 'image/jpeg');
  const world = picked.find(({ name }) => /\.(\w{0,2}w|wld)$/i.test(name));
  if (!picture) throw new Error('Choose a PNG or JPEG picture, and its world file with it if it has one.');
  if (picture.size > MOST * 1e6)
    throw new Error(
      `${picture.name} is ${Math.round(picture.size / 1e6)} MB; at most ${MOST} MB is kept. Make it smaller first.`,
    );
  const bytes = new Uint8Array(await picture.arrayBuffer());
  const { width, height } = await createImageBitmap(picture).catch(() => {
    throw new Error(`${picture.name} cannot be shown as a picture; it may be damaged. Save it again as PNG or JPEG.`);
  });
  const kept = {
    id: newId(),
    name: picture.name.slice(0, 120),
    file: await keepFor(useSession.getState().holding!, bytes),
    type: picture.type as Picture['type'],
    width,
    height,
    points: [],
    opacity: 0.7,
  };
  if (!world) return { picture: kept, matrix: null };
  const plane = planeAt(useSession.getState().holding!.place);
  const matrix = laidByWorldFile(await world.text(), world.name, { width, height, plane });
  return { picture: kept, matrix };
}
