import { Button, Modal, Select } from 'antd';
import { useEffect, useRef, useState } from 'react';
import type { Point } from '../../../../core/geometry/point.ts';
import { nameOf, pointsOf } from '../../../../core/ground/features.ts';
import { fitPicture, type KnownPoint } from '../../../../core/ground/picture-fit.ts';
import { Refused } from '../../../../core/holding/command.ts';
import type { Picture } from '../../../../core/holding/ground-schema.ts';
import { formatLength } from '../../../../core/units/quantities.ts';
import { NumberField } from '../../../parts/fields/NumberField.tsx';
import { LengthField } from '../../../parts/fields/LengthField.tsx';
import { useTokens } from '../../../look/Look.tsx';
import { pictureImage } from '../../../plan/ground-overlay.ts';
import { useShown } from '../../../store/derived.ts';
import { pictureBytes } from '../../../store/pictures.ts';

const [WIDTH, HEIGHT] = [560, 440];

/** A place on the plan that a point of the picture may be. */
interface Known {
  readonly value: string;
  readonly label: string;
  readonly at: Point;
}

/** Laying a picture by known points: click a place in it, say where that is; two fix it, more show how well it fits. */
export function PictureSheet({
  picture,
  onLay,
  onClose,
}: {
  picture: Picture;
  onLay(points: readonly KnownPoint[]): void;
  onClose(): void;
}) {
  const { boundary, features, units } = useShown();
  const [points, setPoints] = useState<readonly KnownPoint[]>(picture.points);
  const canvas = useRef<HTMLCanvasElement>(null);
  const tokens = useTokens();
  const scale = Math.min(WIDTH / picture.width, HEIGHT / picture.height);
  useEffect(() => {
    let gone = false;
    void pictureImage(picture.file, picture.type, pictureBytes).then((image) => {
      const context = canvas.current?.getContext('2d');
      if (gone || !context) return;
      context.clearRect(0, 0, WIDTH, HEIGHT);
      if (image) context.drawImage(image, 0, 0, picture.width * scale, picture.height * scale);
      context.font = "700 14px 'Atkinson Hyperlegible Next'";
      points.forEach(({ pixel: [u, v] }, i) => {
        context.strokeStyle = tokens.flag;
        context.lineWidth = 2;
        context.beginPath();
        context.arc(u * scale, v * scale, 7, 0, 2 * Math.PI);
        context.stroke();
        context.fillStyle = tokens.sheet;
        context.fillRect(u * scale + 8, v * scale - 18, 16, 18);
        context.fillStyle = tokens.flag;
        context.fillText(String(i + 1), u * scale + 12, v * scale - 4);
      });
    });
    return () => {
      gone = true;
    };
  }, [picture, points, scale, tokens]);
  const known: Known[] = [
    ...(boundary ?? []).slice(0, 40).map(({ at }, i) => ({ value: `corner ${i + 1}`, label: `corner ${i + 1}`, at })),
    ...features.slice(0, 200).flatMap((feature) =>
      pointsOf(feature)
        .slice(0, 8)
        .map((at, i, all) => ({
          value: `${feature.id} ${i}`,
          label: all.length > 1 ? `${nameOf(feature)}, point ${i + 1}` : nameOf(feature),
          at,
        })),
    ),
  ];
  const fit = tryFit(points);
  const put = (pixel: [number, number]) => {
    const free = known.find(({ at }) => !points.some((point) => point.at[0] === at[0] && point.at[1] === at[1]));
    setPoints([...points, { pixel, at: free ? [free.at[0], free.at[1]] : [0, 0] }]);
  };
  return (
    <Modal
      open
      title={`Lay ${picture.name} beneath`}
      okText="Lay it so"
      cancelText="Leave it"
      okButtonProps={{ disabled: typeof fit === 'string' }}
      onOk={() => onLay(points)}
      onCancel={onClose}
      width={960}
      className="picture-sheet"
    >
      <div className="import-columns">
        <canvas
          ref={canvas}
          width={Math.round(picture.width * scale)}
          height={Math.round(picture.height * scale)}
          aria-label="The picture. Click a place in it that you know."
          role="img"
          onClick={(event) => {
            const { left, top, width } = event.currentTarget.getBoundingClientRect();
            const shown = width / picture.width; // narrower than `scale` where the sheet is
            const pixel: [number, number] = [(event.clientX - left) / shown, (event.clientY - top) / shown];
            if (pixel[0] <= picture.width && pixel[1] <= picture.height) put(pixel);
          }}
        />
        <div>
          <p>
            Click a place in the picture that you know, then say where it is on the plan. Two places far apart fix it.
          </p>
          <PointList size={picture} points={points} known={known} fit={fit} onPoints={setPoints} />
          <Button size="small" onClick={() => put([Math.round(picture.width / 2), Math.round(picture.height / 2)])}>
            Add a point by its pixels
          </Button>
          <p className="reading" role="status">
            {typeof fit === 'string'
              ? fit
              : `A pixel is ${formatLength(fit.scale, units, { decimals: 2 })}; turned ${Math.round(fit.turn) % 360}°.${points.length > 2 ? ` Worst point off by ${formatLength(Math.max(...fit.residuals), units, { decimals: 2 })}.` : ' A third point would show how well it fits.'}`}
          </p>
        </div>
      </div>
    </Modal>
  );
}

function tryFit(points: readonly KnownPoint[]) {
  try {
    return fitPicture(points);
  } catch (refused) {
    if (!(refused instanceof Refused)) throw refused;
    return refused.message;
  }
}

/** The points known so far, each with where it is on the plan and how far off the fit leaves it. */
function PointList({
  size,
  points,
  known,
  fit,
  onPoints,
}: {
  size: Pick<Picture, 'width' | 'height'>;
  points: readonly KnownPoint[];
  known: readonly Known[];
  fit: ReturnType<typeof tryFit>;
  onPoints(points: readonly KnownPoint[]): void;
}) {
  const { units } = useShown();
  const change = (i: number, changes: Partial<KnownPoint>) =>
    onPoints(points.map((one, k) => (k === i ? { ...one, ...changes } : one)));
  const move = (i: number, [x, y]: Point) => change(i, { at: [x, y] });
  return (
    <ol className="rows-list known-points">
      {points.map((point, i) => (
        <li key={i}>
          <div className="line">
            <strong>Point {i + 1}</strong>
            {typeof fit !== 'string' && points.length > 2 && (
              <span className="soft">off by {formatLength(fit.residuals[i]!, units, { decimals: 2 })}</span>
            )}
            <Button size="small" type="text" onClick={() => onPoints(points.filter((_, k) => k !== i))}>
              Take out
            </Button>
          </div>
          <div className="pair">
            {(['across', 'down'] as const).map((way, axis) => (
              <NumberField
                key={way}
                size="small"
                aria-label={`Point ${i + 1} in the picture, pixels ${way}`}
                prefix={way}
                suffix="px"
                min={0}
                max={axis ? size.height : size.width}
                precision={0}
                value={Math.round(point.pixel[axis]!)}
                onEnter={(to) =>
                  to !== null && change(i, { pixel: axis ? [point.pixel[0], to] : [to, point.pixel[1]] })
                }
              />
            ))}
          </div>
          <Select
            size="small"
            showSearch
            aria-label={`Where point ${i + 1} is`}
            style={{ width: '100%' }}
            placeholder="a corner or thing on the plan, or type it below"
            optionFilterProp="label"
            value={known.find(({ at }) => at[0] === point.at[0] && at[1] === point.at[1])?.value ?? null}
            options={known.map(({ value, label }) => ({ value, label }))}
            onChange={(value) => move(i, known.find((one) => one.value === value)!.at)}
          />
          <div className="pair">
            <LengthField
              label={`East of point ${i + 1}`}
              units={units}
              least={-50_000}
              most={50_000}
              value={point.at[0]}
              onChange={(x) => move(i, [x, point.at[1]])}
            />
            <LengthField
              label={`North of point ${i + 1}`}
              units={units}
              least={-50_000}
              most={50_000}
              value={point.at[1]}
              onChange={(y) => move(i, [point.at[0], y])}
            />
          </div>
        </li>
      ))}
    </ol>
  );
}
