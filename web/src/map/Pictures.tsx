import { middleOf, type Boundary, type Kept } from '@sendero/core';
import { useEffect, useState } from 'react';
import { v7 as uuidv7 } from 'uuid';
import { FileButton } from '../app/FileButton.tsx';
import { useRemove } from '../app/Undo.tsx';
import { useChildren, useDevice } from '../data/hooks.ts';
import type { GroundPicture } from './MapCanvas.tsx';
import type { PictureAnswer, PictureQuestion } from './pictureWorker.ts';
import { PICTURE_FILES, type PictureRead } from './readPicture.ts';

/** The picture that lies under a field, once its pixels are here; null for none. */
export function useGroundPicture(picture: Kept<'groundPicture'> | null): GroundPicture | null {
  const device = useDevice();
  const [shown, setShown] = useState<(GroundPicture & { id: string }) | null>(null);
  useEffect(() => {
    if (!picture) return;
    let address: string | null = null;
    let gone = false;
    const { photoId, projection, box } = picture.data;
    device.photo(photoId).then(
      (blob) => {
        if (gone) return;
        address = URL.createObjectURL(blob);
        setShown({ id: picture.id, url: address, projection, box });
      },
      () => undefined,
    );
    return () => {
      gone = true;
      if (address) URL.revokeObjectURL(address);
    };
  }, [device, picture]);
  return picture && shown?.id === picture.id ? shown : null;
}

/** Pictures of a field from above: brought as files, one of them shown. */
export function Pictures({
  fieldId,
  outline,
  shown,
  onShow,
}: {
  fieldId: string;
  outline: Boundary;
  shown: string | null;
  onShow(id: string | null): void;
}) {
  const device = useDevice();
  const remove = useRemove();
  const pictures = useChildren('groundPicture', 'fieldId', fieldId);
  const [problem, setProblem] = useState<string | null>(null);
  /** Stops the reading that is under way. */
  const [reading, setReading] = useState<(() => void) | null>(null);
  const bring = (files: File[]) => {
    setProblem(null);
    const worker = new Worker(new URL('./pictureWorker.ts', import.meta.url), { type: 'module' });
    const end = () => {
      worker.terminate();
      setReading(null);
    };
    setReading(() => end);
    worker.onmessage = ({ data }: MessageEvent<PictureAnswer>) => {
      end();
      if ('problem' in data) setProblem(data.problem);
      else void keep(data.read);
    };
    worker.postMessage({ files, field: middleOf(outline) } satisfies PictureQuestion);
  };
  const keep = async ({ name, projection, box, blob }: PictureRead) => {
    const photoId = uuidv7();
    try {
      await device.keepPhoto(photoId, blob);
    } catch {
      return setProblem('This picture could not be kept: this device may be short of space.');
    }
    const put = device.put('groundPicture', { fieldId, name, photoId, projection, box });
    if (put.ok) onShow(put.id);
    else setProblem(Object.values(put.problems)[0] ?? null);
  };
  const now = pictures.find(({ id }) => id === shown);
  return (
    <section className="stack tight" aria-label="Pictures under the map">
      <h2>Pictures under the map</h2>
      <div className="row">
        {pictures.map(({ id, data }) => (
          <button
            key={id}
            className="tool"
            aria-pressed={id === shown}
            onClick={() => onShow(id === shown ? null : id)}
          >
            {data.name}
          </button>
        ))}
        <FileButton accept={PICTURE_FILES} onFiles={bring}>
          Lay a picture under it
        </FileButton>
        {reading && (
          <button className="tool" onClick={reading}>
            Reading it … stop
          </button>
        )}
        {now && (
          <button
            className="tool bare"
            onClick={() => {
              remove('groundPicture', now.id, `${now.data.name} taken off.`);
              onShow(null);
            }}
          >
            Take {now.data.name} off
          </button>
        )}
      </div>
      {problem && (
        <p className="warn" role="alert">
          {problem}
        </p>
      )}
      <p className="small soft">
        An aerial picture or a soil map of your own: GeoTIFF, or PNG or JPEG with its world file,
        both chosen together.
      </p>
    </section>
  );
}
