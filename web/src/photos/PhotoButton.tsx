import type { Photo } from '@sendero/core';
import { useState } from 'react';
import { v7 as uuidv7 } from 'uuid';
import { FileButton } from '../app/FileButton.tsx';
import { useChildren, useDevice } from '../data/hooks.ts';
import { PhotoPicture } from './PhotoPicture.tsx';
import { shrinkPhoto } from './shrinkPhoto.ts';

/** Takes a photo of a row; it is kept on this device at once and sent when there is a network. */
export function PhotoButton({
  stopId,
  row,
  of = null,
  side = null,
  label = `Photo${row === null ? '' : ` of row ${row}`}`,
}: {
  stopId: string;
  row: number | null;
  /** What it shows, where that is more than the row. */
  of?: string | null;
  side?: Photo['side'];
  label?: string;
}) {
  const device = useDevice();
  const [problem, setProblem] = useState<string | null>(null);
  const photos = useChildren('observation', 'stopId', stopId).flatMap(({ id, data }) =>
    data.type === 'photo' && data.row === row && data.of === of && data.side === side
      ? [{ id, data }]
      : [],
  );
  const take = async (file: File) => {
    const photoId = uuidv7();
    try {
      await device.keepPhoto(photoId, await shrinkPhoto(file));
    } catch {
      return setProblem('This picture could not be kept: take it again, as JPEG or PNG.');
    }
    const put = device.put('observation', {
      stopId,
      type: 'photo',
      row,
      photoId,
      at: device.moment().at,
      caption: '',
      of,
      side,
    });
    setProblem(put.ok ? null : (Object.values(put.problems)[0] ?? null));
  };
  return (
    <div className="stack tight">
      <div className="row">
        <FileButton accept="image/*" capture="environment" onFile={(file) => void take(file)}>
          {label}
        </FileButton>
        <FileButton accept="image/*" onFile={(file) => void take(file)}>
          From a file
        </FileButton>
      </div>
      {problem && (
        <p className="warn" role="alert">
          {problem}
        </p>
      )}
      <div className="chips">
        {photos.map(({ id, data }) => (
          <PhotoPicture
            key={id}
            id={id}
            photoId={data.photoId}
            label={of === null ? (row === null ? 'Photo' : `Row ${row}`) : label}
          />
        ))}
      </div>
    </div>
  );
}
