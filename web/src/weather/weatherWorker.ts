import type { WeatherRead, WeatherShape } from '@sendero/core';
import { readWeatherFile } from './readWeatherFile.ts';

export type WeatherWord = { share: number } | { read: WeatherRead } | { problem: string };

/** Reads a file beside the screen. Whoever asked ends it to stop it. */
self.onmessage = ({ data }: MessageEvent<{ file: File; shape: WeatherShape; until: string }>) => {
  const say = (word: WeatherWord) => self.postMessage(word);
  readWeatherFile(data.file, data.shape, data.until, (share) => say({ share })).then(
    (read) => say({ read }),
    (error: Error) => say({ problem: error.message }),
  );
};
