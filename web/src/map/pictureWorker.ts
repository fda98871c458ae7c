import type { Position } from '@sendero/core';
import { PictureProblem, readPicture, type PictureRead } from './readPicture.ts';

/** What the worker is given, and what it says. */
export interface PictureQuestion {
  files: File[];
  field: Position;
}
export type PictureAnswer = { read: PictureRead } | { problem: string };

/** Beside the screen: a big picture takes seconds to be read. */
self.onmessage = ({ data }: MessageEvent<PictureQuestion>) => {
  readPicture(data.files, data.field).then(
    (read) => self.postMessage({ read } satisfies PictureAnswer),
    (error: unknown) =>
      self.postMessage({
        problem:
          error instanceof PictureProblem
            ? error.message
            : 'This picture cannot be read: save it anew, as PNG with a world file.',
      } satisfies PictureAnswer),
  );
};
