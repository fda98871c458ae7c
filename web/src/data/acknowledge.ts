import type { Answer } from './preferences.ts';

const VIBRATION_MS = 15;
const TONE = { hertz: 880, seconds: 0.06, loudness: 0.15 };

let sounds: AudioContext | undefined;

/** Confirms an entry by vibration or a short tone, so that nobody has to look at the screen. Does nothing where the browser has neither. */
export function acknowledge(answer: Answer): void {
  if (answer === 'vibration') navigator.vibrate?.(VIBRATION_MS);
  if (answer !== 'sound' || typeof AudioContext === 'undefined') return;
  sounds ??= new AudioContext();
  const tone = sounds.createOscillator();
  const volume = sounds.createGain();
  volume.gain.value = TONE.loudness;
  tone.frequency.value = TONE.hertz;
  tone.connect(volume).connect(sounds.destination);
  tone.start();
  tone.stop(sounds.currentTime + TONE.seconds);
}
