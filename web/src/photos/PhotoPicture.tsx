import { useEffect, useState } from 'react';
import { useDevice } from '../data/hooks.ts';

/** A photo, from this device if it is here, else from the server when that can be reached. */
export function PhotoPicture({ photoId, label }: { photoId: string; label: string }) {
  const device = useDevice();
  const [source, setSource] = useState<string | null>(null);
  useEffect(() => {
    let address: string | null = null;
    let gone = false;
    device.photo(photoId).then(
      (blob) => {
        if (!gone) setSource((address = URL.createObjectURL(blob)));
      },
      () => undefined,
    );
    return () => {
      gone = true;
      if (address) URL.revokeObjectURL(address);
    };
  }, [device, photoId]);
  return source ? <img className="photo" src={source} alt={label} loading="lazy" /> : null;
}
