import type { Kept } from '@sendero/core';
import { useState } from 'react';
import { v7 as uuidv7 } from 'uuid';
import { FileButton } from '../app/FileButton.tsx';
import { useOfferUndo } from '../app/Undo.tsx';
import { useDevice } from '../data/hooks.ts';
import { PhotoPicture } from '../photos/PhotoPicture.tsx';
import { shrinkPhoto } from '../photos/shrinkPhoto.ts';

/** Pictures of an item: what was worn, what was put in. */
export function WorkPhotos({ item: { id, data } }: { item: Kept<'workItem'> }) {
  const device = useDevice();
  const offer = useOfferUndo();
  const [problem, setProblem] = useState<string | null>(null);
  const keep = (photos: string[]) => {
    const put = device.change('workItem', id, (now) => ({ ...now, photos }));
    setProblem(put.ok ? null : (Object.values(put.problems)[0] ?? null));
  };
  const take = async (file: File) => {
    const photoId = uuidv7();
    try {
      await device.keepPhoto(photoId, await shrinkPhoto(file));
    } catch {
      return setProblem('This picture could not be kept: take it again, as JPEG or PNG.');
    }
    keep([...data.photos, photoId]);
  };
  return (
    <div className="stack tight" role="group" aria-label="Pictures of the item">
      <div className="row">
        <FileButton accept="image/*" capture="environment" onFile={(file) => void take(file)}>
          Photo
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
        {data.photos.map((photoId, i) => (
          <PhotoPicture
            key={photoId}
            photoId={photoId}
            label={`Picture ${i + 1}`}
            onDelete={() => {
              const before = data.photos;
              keep(before.filter((one) => one !== photoId));
              offer({ says: 'Photo deleted.', undo: () => keep(before) });
            }}
          />
        ))}
      </div>
    </div>
  );
}
