import { nextOnTrail, urgencyOf, type Pin, type TrailMark } from '@sendero/core';
import { useEffect, useRef, type MouseEvent } from 'react';
import { Link } from 'react-router';
import { shortDate } from '../app/dates.ts';
import { useDrawingWidth } from '../drawing/useDrawingWidth.ts';
import { whenOf } from './markWords.ts';
import styles from './Trail.module.css';

/** Narrowest place of a mark whose label can be read at arm's length. */
const PLACE = 88;
const HEIGHT = 122;

/** The mark the trail is opened at: what is due next, else the last one done. */
function focusOf(marks: readonly TrailMark[]): number {
  const next = nextOnTrail(marks);
  if (next) return marks.findIndex(({ mark }) => mark === next.mark);
  return Math.max(
    0,
    marks.findLastIndex(({ state }) => state === 'done'),
  );
}

/**
 * The planting's path through the season; each way-mark leads to its work. What does not fit beside each
 * other is wiped through by thumb, opened at what is due, under a small picture of the whole season.
 */
export function Trail({
  marks,
  pins = new Map(),
}: {
  marks: readonly TrailMark[];
  /** What is pinned after each mark; see `pinsOn`. */
  pins?: ReadonlyMap<number, readonly Pin[]>;
}) {
  const { ref, width } = useDrawingWidth(760);
  const strip = useRef<HTMLDivElement>(null);
  const place = Math.max(width / marks.length, PLACE);
  const whole = place * marks.length;
  const wiped = whole > width + 1;
  const focus = focusOf(marks);
  const showMark = (i: number, behavior: ScrollBehavior) =>
    strip.current?.scrollTo?.({ left: (i + 0.5) * place - width / 2, behavior });
  useEffect(() => {
    if (wiped) strip.current?.scrollTo?.({ left: (focus + 0.5) * place - width / 2 });
  }, [wiped, focus, place, width]);
  const x = (i: number) => (i + 0.5) * place;
  return (
    <nav aria-label="Trail of this planting">
      <div ref={ref} />
      {wiped && <Season marks={marks} width={width} onPlace={(i) => showMark(i, 'smooth')} />}
      <div ref={strip} className={styles.strip}>
        <div className={styles.marks} style={{ width: whole }}>
          <Path places={marks.length} x={x} />
          {marks.map((one, i) => (
            <Mark key={one.mark} one={one} left={i * place} width={place} />
          ))}
          {[...pins].map(([after, own]) => (
            <PinFlag key={after} pins={own} left={x(after) + place / 2} />
          ))}
        </div>
      </div>
    </nav>
  );
}

const height = (i: number) => (i % 2 === 0 ? 50 : 32);

function Path({ places, x }: { places: number; x(i: number): number }) {
  const path = Array.from({ length: places }, (_, i) =>
    i === 0
      ? `M0 60 Q${x(0) / 2} 62 ${x(0)} ${height(0)}`
      : `S${(x(i - 1) + x(i)) / 2} ${i % 2 ? 18 : 64} ${x(i)} ${height(i)}`,
  ).join(' ');
  return (
    <svg width={x(places - 0.5)} height={HEIGHT} aria-hidden>
      <path
        d={path}
        fill="none"
        stroke="var(--clay)"
        strokeWidth={4}
        strokeLinecap="round"
        strokeDasharray="0.1 10"
      />
      {Array.from({ length: places }, (_, i) => (
        <circle key={i} cx={x(i)} cy={height(i)} r={17} fill="var(--paper)" />
      ))}
    </svg>
  );
}

function Mark({ one, left, width }: { one: TrailMark; left: number; width: number }) {
  const act = urgencyOf(one) !== null;
  const quiet = !act && one.state !== 'done';
  const when = whenOf(one);
  const odd = (left / width) % 2 > 0.5;
  const shown = {
    className: [styles.mark, act && styles.act, quiet && styles.quiet].filter(Boolean).join(' '),
    style: { left, width },
  };
  const inside = (
    <>
      <svg width={width} height={HEIGHT} aria-hidden>
        <Dot one={one} cx={width / 2} cy={height(odd ? 1 : 0)} r={quiet ? 9 : 15} />
      </svg>
      <span className={styles.label}>{one.label}</span>
      <span className={styles.when}>{when}</span>
    </>
  );
  return one.link ? (
    <Link to={one.link} aria-label={`${one.label}, ${when}`} {...shown}>
      {inside}
    </Link>
  ) : (
    <div {...shown}>{inside}</div>
  );
}

function Dot({ one, cx, cy, r }: { one: TrailMark; cx: number; cy: number; r: number }) {
  const act = urgencyOf(one) !== null;
  const done = one.state === 'done';
  return (
    <>
      <circle
        cx={cx}
        cy={cy}
        r={r}
        fill={done ? 'var(--clay)' : 'var(--sheet)'}
        stroke={act ? 'var(--signal)' : 'var(--clay)'}
        strokeWidth={(act ? r : r * 0.6) / 3}
        strokeDasharray={one.state === 'notNeeded' ? '2 3' : undefined}
      />
      {done && (
        <path
          d={`M${cx - r * 0.4} ${cy}l${r * 0.27} ${r * 0.33} ${r * 0.53}-${r * 0.67}`}
          fill="none"
          stroke="var(--paper)"
          strokeWidth={r / 5}
        />
      )}
      {one.state === 'missed' && (
        <path
          d={`M${cx - r * 0.35} ${cy - r * 0.35}l${r * 0.7} ${r * 0.7}m0 ${-r * 0.7}l${-r * 0.7} ${r * 0.7}`}
          stroke="var(--clay)"
          strokeWidth={r / 5}
        />
      )}
    </>
  );
}

/** All marks as dots: where in the season one is, and a way there. The marks below say the same in words. */
function Season({
  marks,
  width,
  onPlace,
}: {
  marks: readonly TrailMark[];
  width: number;
  onPlace(i: number): void;
}) {
  const x = (i: number) => ((i + 0.5) * width) / marks.length;
  const go = (event: MouseEvent<SVGSVGElement>) => {
    const at = event.clientX - event.currentTarget.getBoundingClientRect().left;
    onPlace(Math.min(marks.length - 1, Math.floor((at / width) * marks.length)));
  };
  return (
    <svg className={styles.overview} width={width} height={30} aria-hidden onClick={go}>
      <path d={`M${x(0)} 15H${x(marks.length - 1)}`} stroke="var(--line)" strokeWidth={2} />
      {marks.map((one, i) => (
        <Dot
          key={one.mark}
          one={one}
          cx={x(i)}
          cy={15}
          r={urgencyOf(one) !== null ? 8 : one.state === 'done' ? 7 : 5}
        />
      ))}
    </svg>
  );
}

/** A flag between two marks; its words stand under "What happened". */
function PinFlag({ pins, left }: { pins: readonly Pin[]; left: number }) {
  const words = pins.map(({ on, label }) => `${shortDate(on)}: ${label}`).join('\n');
  return (
    <a className={styles.pin} href="#what-happened" style={{ left }} title={words}>
      <svg width={44} height={48} role="img" aria-label={words}>
        <path d="M20 12v30" stroke="var(--ink-soft)" strokeWidth={2} />
        <path d="M20 12h15l-4 5.5 4 5.5H20z" fill="var(--leaf)" />
        {pins.length > 1 && (
          <text x={26} y={38} fontSize={13} fontWeight={650} style={{ fill: 'var(--ink)' }}>
            {pins.length}
          </text>
        )}
      </svg>
    </a>
  );
}
