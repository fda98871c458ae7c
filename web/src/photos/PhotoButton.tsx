import type { Photo } from '@sendero/core';
import { useChildren, useDevice } from '../data/hooks.ts';
import { PhotoPicture } from './PhotoPicture.tsx';
import { TakePhoto } from './TakePhoto.tsx';

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
  const photos = useChildren('observation', 'stopId', stopId).flatMap(({ id, data }) =>
    data.type === 'photo' && data.row === row && data.of === of && data.side === side
      ? [{ id, data }]
      : [],
  );
  const name = (photoId: string) =>
    device.put('observation', {
      stopId,
      type: 'photo',
      row,
      photoId,
      at: device.moment().at,
      caption: '',
      of,
      side,
    });
  return (
    <div className="stack tight">
      <TakePhoto label={label} onPhoto={name} />
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
