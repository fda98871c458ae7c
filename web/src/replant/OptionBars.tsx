import {
  inHundred,
  OPTION_WORDS,
  waits,
  type ReplantAdvice,
  type ReplantReading,
} from '@sendero/core';
import { max, min } from 'd3-array';
import { scaleLinear } from 'd3-scale';
import { Axis } from '../drawing/Axis.tsx';
import { useDrawingWidth } from '../drawing/useDrawingWidth.ts';
import { useUnits } from '../units/useUnits.ts';
import styles from './replant.module.css';

const FILL_WORDS = {
  corn: 'Poor in corn: what comes later is shaded and bears about a seventh (default).',
  soybean:
    'Soybeans branch beside it: it bears about seven tenths (default). The later ones ripen later.',
  wheat: '',
};

/** Every option with its return, its interval and how likely it is the best, the best first. */
export function OptionBars({
  advice,
  reading,
}: {
  advice: ReplantAdvice;
  reading: ReplantReading;
}) {
  const units = useUnits();
  const { ref, width } = useDrawingWidth(420);
  const { options, valueOfWaiting, valueOfRecount } = advice;
  const low = Math.min(
    0,
    min(options, ({ interval }) => interval[0])!,
  );
  const high = max(options, ({ interval }) => interval[1])!;
  const x = scaleLinear([low, high], [8, width - 8]).nice();
  const best = options[0]!;
  const closed = (option: string) => option !== 'keep' && reading.stopped.length > 0;
  const asked = reading.unanswered.length;
  const total = (perM2: number) =>
    reading.areaM2 === null
      ? ''
      : `, ${Math.round(perM2 * reading.areaM2).toLocaleString('en')} over ${units.show(reading.areaM2, 'area')}`;
  return (
    <div ref={ref}>
      <ol className={styles.options}>
        {options.map((one) => (
          <li
            key={one.option}
            data-option={one.option}
            data-closed={closed(one.option) || undefined}
          >
            <div className="row spread">
              <strong>
                {OPTION_WORDS[one.option]}
                {one.option === 'replantWorst' &&
                  ` (${advice.worstZones.map((i) => reading.parts[i]?.name).join(', ')})`}
              </strong>
              <span>{inHundred(one.probabilityBest)}</span>
            </div>
            <svg
              width={width}
              height={16}
              role="img"
              aria-label={`${units.show(one.expectedPerM2, 'moneyPerArea')}, 95 % ${units.interval(one.interval, 'moneyPerArea')}`}
            >
              <line
                x1={x(one.interval[0])}
                x2={x(one.interval[1])}
                y1={8}
                y2={8}
                stroke="var(--ink-soft)"
                strokeWidth={3}
              />
              <circle
                cx={x(one.expectedPerM2)}
                cy={8}
                r={6}
                fill={one === best ? 'var(--clay)' : 'var(--ink)'}
              />
            </svg>
            <div className="small soft">
              {units.show(one.expectedPerM2, 'moneyPerArea')}
              {total(one.expectedPerM2)}; if it is wrong it costs{' '}
              {units.show(one.regretPerM2, 'moneyPerArea')} on average.
              {one.option === 'fillIn' && ` ${FILL_WORDS[reading.case!.crop]}`}
              {closed(one.option) && ' Not open: see the questions below.'}
              {!closed(one.option) &&
                one.option !== 'keep' &&
                asked > 0 &&
                ` Open once ${asked} ${asked === 1 ? 'question is' : 'questions are'} answered.`}
            </div>
          </li>
        ))}
        <li data-option="wait">
          <div className="row spread">
            <strong>{OPTION_WORDS.wait}</strong>
            <span>
              {waits(reading) ? 'advised' : advice.waitWorth ? 'worth it' : 'not worth it'}
            </span>
          </div>
          <div className="small soft">
            {waits(reading) && 'Before then nobody can tell which plants come back. '}A recount
            tells {units.show(valueOfRecount, 'moneyPerArea')}; less its delay{' '}
            {valueOfWaiting < 0 ? 'it costs ' : ''}
            {units.show(Math.abs(valueOfWaiting), 'moneyPerArea')}.
          </div>
        </li>
      </ol>
      <svg width={width} height={26} aria-hidden>
        <Axis scale={x} kind="moneyPerArea" side="bottom" at={0} />
      </svg>
    </div>
  );
}
