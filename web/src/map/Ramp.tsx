import { shade } from './shade.ts';

/** What light and dark stand for. */
export const Ramp = ({ low, high }: { low: string; high: string }) => (
  <span className="row" style={{ gap: '0.5rem' }}>
    <span>{low}</span>
    <svg width={150} height={16} role="img" aria-label="Light is the least, dark the most">
      {Array.from({ length: 30 }, (_, i) => (
        <rect key={i} x={5 * i} width={5.5} height={16} fill={`rgb(${shade(i / 29).join(' ')})`} />
      ))}
    </svg>
    <span>{high}</span>
  </span>
);
