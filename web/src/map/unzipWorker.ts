import { unzipFiles, ZipTooBig } from './unzipFiles.ts';

export interface UnzipQuestion {
  bytes: Uint8Array;
  endings: readonly string[];
}
export type UnzipAnswer = { files: Record<string, Uint8Array> } | { problem: 'tooBig' | 'noZip' };

/** Beside the screen: it stays alive whatever a zip holds. */
self.onmessage = ({ data }: MessageEvent<UnzipQuestion>) => {
  let answer: UnzipAnswer;
  try {
    answer = { files: unzipFiles(data.bytes, data.endings) };
  } catch (error) {
    answer = { problem: error instanceof ZipTooBig ? 'tooBig' : 'noZip' };
  }
  self.postMessage(answer);
};
