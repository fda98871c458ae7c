import { Button } from '@mantine/core';
import { useEffect, useState } from 'react';
import { useOfferUndo } from '../app/Undo.tsx';
import { useDevice } from '../data/hooks.ts';
import styles from './PhotoPicture.module.css';

/** A photo of a stop, from this device if it is here, else from the server when that can be reached; it can be deleted. */
export function PhotoPicture({
  id,
  photoId,
  label,
}: {
  id: string;
  photoId: string;
  label: string;
}) {
  const device = useDevice();
  const offer = useOfferUndo();
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
  const remove = () => {
    device.remove('observation', id);
    offer({ says: 'Photo deleted.', undo: () => device.restore('observation', id) });
  };
  return (
    <figure className={styles.framed}>
      {source ? (
        <img className={styles.photo} src={source} alt={label} loading="lazy" />
      ) : (
        <span className="small soft">Not on this device: it shows with a connection.</span>
      )}
      <figcaption>
        <span className="small">{label}</span>
        <Button variant="subtle" h={44} onClick={remove} aria-label={`Delete: ${label}`}>
          Delete
        </Button>
      </figcaption>
    </figure>
  );
}
