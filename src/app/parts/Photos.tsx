import { Button } from 'antd';
import { useEffect, useRef, useState } from 'react';
import { FilePick } from './fields/FilePick.tsx';
import { keepPicture, pictureBytes } from '../store/pictures.ts';
import { complain } from '../store/session.ts';

/** Longest side of a kept photo, pixels, and how far it is pressed: enough to show a root, small enough to send. */
const [LONGEST, QUALITY] = [1280, 0.75];

/** Largest photo that is opened at all, megabytes: a phone's own are a tenth of it. */
const LARGEST = 30;

/** A photo made small, as the bytes of a JPEG. */
async function madeSmall(file: File): Promise<Uint8Array> {
  if (file.size > LARGEST * 1e6)
    throw new Error(
      `${file.name} takes ${Math.round(file.size / 1e6)} MB; photos of up to ${LARGEST} MB are taken in and made small. Set the camera to a smaller size.`,
    );
  const bitmap = await createImageBitmap(file);
  const scale = Math.min(1, LONGEST / Math.max(bitmap.width, bitmap.height));
  const canvas = new OffscreenCanvas(Math.round(bitmap.width * scale), Math.round(bitmap.height * scale));
  canvas.getContext('2d')!.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
  const blob = await canvas.convertToBlob({ type: 'image/jpeg', quality: QUALITY });
  return new Uint8Array(await blob.arrayBuffer());
}

/** Photos by their names among the kept pictures. */
export function Photos({ files }: { files: readonly string[] }) {
  return files.map((file, i) => <Photo key={file} file={file} number={i + 1} />);
}

function Photo({ file, number }: { file: string; number: number }) {
  const [url, setUrl] = useState<string | null>(null);
  useEffect(() => {
    let made: string | null = null;
    let gone = false;
    void pictureBytes(file).then((bytes) => {
      if (gone || !bytes) return;
      made = URL.createObjectURL(new Blob([bytes.slice()], { type: 'image/jpeg' }));
      setUrl(made);
    });
    return () => {
      gone = true;
      if (made) URL.revokeObjectURL(made);
    };
  }, [file]);
  return url && <img className="photo" src={url} alt={`What was seen, ${number}`} />;
}

/** A button that takes photos by the camera or from a file, keeps them small, and shows what was taken. */
export function TakePhotos({ files, onFiles }: { files: readonly string[]; onFiles(files: readonly string[]): void }) {
  const input = useRef<HTMLInputElement>(null);
  const take = async (picked: readonly File[]) => {
    try {
      const kept: string[] = [];
      for (const file of picked) kept.push(await keepPicture(await madeSmall(file)));
      onFiles([...new Set([...files, ...kept])].slice(0, 20));
    } catch (problem) {
      complain(
        problem instanceof DOMException && problem.name === 'InvalidStateError'
          ? 'That file is no picture this browser can read. Take it as JPEG or PNG.'
          : `The photo was not kept. ${(problem as Error).message}`,
      );
    }
  };
  return (
    <div className="photos">
      <Photos files={files} />
      <FilePick input={input} label="Photos" accept="image/*" several onPick={(_, all) => void take(all)} />
      <Button size="small" onClick={() => input.current?.click()}>
        {files.length > 0 ? 'Another photo' : 'Take a photo'}
      </Button>
    </div>
  );
}
