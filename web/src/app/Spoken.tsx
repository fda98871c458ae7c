import { VisuallyHidden } from '@mantine/core';
import { useEffect, useState } from 'react';

/** Taps that follow each other faster are spoken once. Sendero default, ms. */
const REST_MS = 800;

/** Tells whoever listens to the screen what a count has come to, once the taps rest. */
export function Spoken({ text }: { text: string }) {
  const [said, setSaid] = useState('');
  useEffect(() => {
    const timer = setTimeout(() => setSaid(text), REST_MS);
    return () => clearTimeout(timer);
  }, [text]);
  return <VisuallyHidden role="status">{said}</VisuallyHidden>;
}
