import { VisuallyHidden } from '@mantine/core';
import { useEffect, useState } from 'react';

/** Taps closer together are announced once, ms. Sendero default. */
const REST_MS = 800;

/** Reads a count to screen readers, once the person stops tapping. */
export function Spoken({ text }: { text: string }) {
  const [said, setSaid] = useState('');
  useEffect(() => {
    const timer = setTimeout(() => setSaid(text), REST_MS);
    return () => clearTimeout(timer);
  }, [text]);
  return <VisuallyHidden role="status">{said}</VisuallyHidden>;
}
