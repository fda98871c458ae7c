import { EVENT_WORDS, cropWords, FIELD_CHANGES, type PlantingEvent, rowsText } from '@sendero/core';
import { Button } from '@mantine/core';
import { Link, useNavigate } from 'react-router';
import type { Draft } from '../data/device.ts';
import { useDevice, useOne } from '../data/hooks.ts';
import { WHY_WORDS } from './trenchWords.ts';
import { useTrenchCheck } from './useTrenchCheck.ts';
import type { PlantingDay } from './useChecksDue.ts';
import styles from './depth.module.css';

/** A planting that is going on today: which checks are due on it and why, and what just changed. */
export function ChecksDue({ day, first }: { day: PlantingDay; first: boolean }) {
  const device = useDevice();
  const navigate = useNavigate();
  const {
    one: { planting, field, growerName },
    due,
    walkId,
    open,
  } = day;
  const planter = useOne('planter', planting.data.planterId);
  const check = useTrenchCheck(walkId ?? undefined);
  const note = (type: PlantingEvent['type']) =>
    device.put('event', {
      plantingId: planting.id,
      type,
      ...device.moment(),
      rows: [],
      note: '',
    });
  /** Another place of the check that is open or newest; the first check starts with its cautions. */
  const go = () => {
    if (!check) return void navigate(`/plantings/${planting.id}/trench`);
    const last = check.stops.at(-1);
    const waits = last && last.rows.length === 0;
    if (open && (waits || due.every(({ why }) => why === 'rows')))
      return void navigate(`/trench/${check.walk.id}`);
    const ordinal = (last?.data.ordinal ?? 0) + 1;
    const next: Draft<'stop'> = {
      kind: 'stop',
      data: { walkId: check.walk.id, ordinal, travel: 'away', chosen: false, note: '' },
    };
    const reopened: Draft<'walk'> = {
      kind: 'walk',
      id: check.walk.id,
      data: { ...check.walk.data, finishedAt: null },
    };
    if (!device.putAll(waits ? [reopened] : [next, reopened]).ok) return;
    void navigate(`/trench/${check.walk.id}`);
  };
  return (
    <li className="task due" style={{ alignItems: 'start' }}>
      <div>
        <Link to={`/plantings/${planting.id}`}>
          <strong>{field.data.name}</strong>
        </Link>{' '}
        <span className="soft">{growerName}</span>
        <div>
          Being planted today{planter ? ` with ${planter.data.name}` : ''},{' '}
          {cropWords(planting.data)}
        </div>
        {due.length === 0 && (
          <div className="small soft">Every row was checked; nothing has changed since.</div>
        )}
        <ul className={`${styles.reasons} small`}>
          {due.map(({ why, rows }) => (
            <li key={why}>
              {rows && <strong>{rowsText(rows)}. </strong>}
              {WHY_WORDS[why]}
            </li>
          ))}
        </ul>
        {walkId && (
          <details>
            <summary>Something changed?</summary>
            <div className="chips">
              {[...FIELD_CHANGES, 'plantingDone' as const].map((type) => (
                <button key={type} className="chip" onClick={() => note(type)}>
                  {EVENT_WORDS[type]}
                </button>
              ))}
            </div>
          </details>
        )}
      </div>
      {due.length > 0 ? (
        <Button h={48} variant={first ? 'filled' : 'default'} onClick={go}>
          {walkId === null ? 'Check' : 'Check again'}
        </Button>
      ) : (
        <Link className="tool" to={`/trench/${walkId}/result`}>
          Result
        </Link>
      )}
    </li>
  );
}
