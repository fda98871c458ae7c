import { useState } from 'react';
import { v7 as uuidv7 } from 'uuid';
import { FileButton } from '../app/FileButton.tsx';
import type { Device } from '../data/device.ts';
import { useDevice } from '../data/hooks.ts';
import { shrinkPhoto } from './shrinkPhoto.ts';

/** Takes a photo or a file; it is kept on this device at once, and named by the record that `onPhoto` writes. */
export function TakePhoto({
  label,
  onPhoto,
}: {
  label: string;
  /** Writes the record that names the photo. */
  onPhoto(photoId: string): ReturnType<Device['change']>;
}) {
  const device = useDevice();
  const [problem, setProblem] = useState<string | null>(null);
  const take = async (file: File) => {
    const photoId = uuidv7();
    try {
      await device.keepPhoto(photoId, await shrinkPhoto(file));
    } catch {
      return setProblem('This picture could not be kept: take it again, as JPEG or PNG.');
    }
    const put = onPhoto(photoId);
    setProblem(put.ok ? null : (Object.values(put.problems)[0] ?? null));
  };
  return (
    <>
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
    </>
  );
}
