import { Button } from '@mantine/core';
import { useEffect, useState } from 'react';
import { useRemove } from '../app/Undo.tsx';
import { useDevice } from '../data/hooks.ts';
import styles from './PhotoPicture.module.css';

/** A photo of a stop, from this device if it is here, else from the server when that can be reached; it can be deleted. */
export function PhotoPicture({
  photoId,
  label,
  ...of
}: {
  photoId: string;
  label: string;
} & (
  | { /** The observation it is. */ id: string }
  | { /** Takes it from what it belongs to. */ onDelete(): void }
)) {
  const device = useDevice();
  const removeRecord = useRemove();
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
    if ('onDelete' in of) return of.onDelete();
    removeRecord('observation', of.id, 'Photo deleted.');
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
