import { useEffect, useMemo, useState } from 'react';
import { useShown } from '../store/derived.ts';
import { pictureBytes } from '../store/pictures.ts';
import { pictureImage } from './ground-overlay.ts';
import type { PlacedImage } from '../store/look-at.ts';

/** The holding's pictures, decoded, where they lie; each appears as it is ready. */
export function usePictures(): readonly PlacedImage[] {
  const { pictures } = useShown();
  const [images, setImages] = useState<ReadonlyMap<string, ImageBitmap>>(new Map());
  useEffect(() => {
    let gone = false;
    for (const { file, type } of pictures)
      void pictureImage(file, type, pictureBytes).then((image) => {
        if (image && !gone) setImages((known) => (known.has(file) ? known : new Map(known).set(file, image)));
      });
    return () => {
      gone = true;
    };
  }, [pictures]);
  return useMemo(
    () =>
      pictures.flatMap(({ file, matrix, opacity }): PlacedImage[] => {
        const image = images.get(file);
        return image ? [{ image, matrix, opacity, cells: false }] : [];
      }),
    [pictures, images],
  );
}
