import type { Kept } from '@sendero/core';
import { useOfferUndo } from '../app/Undo.tsx';
import { useDevice } from '../data/hooks.ts';
import { PhotoPicture } from '../photos/PhotoPicture.tsx';
import { TakePhoto } from '../photos/TakePhoto.tsx';

/** Pictures of an item: what was worn, what was put in. */
export function WorkPhotos({ item: { id, data } }: { item: Kept<'workItem'> }) {
  const device = useDevice();
  const offer = useOfferUndo();
  const keep = (photos: string[]) => device.change('workItem', id, (now) => ({ ...now, photos }));
  return (
    <div className="stack tight" role="group" aria-label="Pictures of the item">
      <TakePhoto label="Photo" onPhoto={(photoId) => keep([...data.photos, photoId])} />
      <div className="chips">
        {data.photos.map((photoId, i) => (
          <PhotoPicture
            key={photoId}
            photoId={photoId}
            label={`Picture ${i + 1}`}
            onDelete={() => {
              keep(data.photos.filter((one) => one !== photoId));
              offer({ says: 'Photo deleted.', undo: () => keep(data.photos) });
            }}
          />
        ))}
      </div>
    </div>
  );
}
