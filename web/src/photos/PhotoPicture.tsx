import { useEffect, useState } from 'react';
import { useDevice } from '../data/hooks.ts';

/** A photo, from this device if it was taken here, else from the server. */
export function PhotoPicture({ photoId, label }: { photoId: string; label: string }) {
  const device = useDevice();
  const [source, setSource] = useState<string | null>(null);
  useEffect(() => {
    let address: string | null = null;
    let gone = false;
    void device.photo(photoId).then((blob) => {
      if (gone) return;
      address = blob ? URL.createObjectURL(blob) : null;
      setSource(address ?? `/api/v1/photos/${photoId}`);
    });
    return () => {
      gone = true;
      if (address) URL.revokeObjectURL(address);
    };
  }, [device, photoId]);
  return source ? <img className="photo" src={source} alt={label} loading="lazy" /> : null;
}
