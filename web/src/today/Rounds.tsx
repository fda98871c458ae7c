import { fieldRounds, middleOf, type Position } from '@sendero/core';
import { Fragment, useMemo } from 'react';
import { Link } from 'react-router';
import { useAll } from '../data/hooks.ts';
import { useUnits } from '../units/useUnits.ts';
import type { TaskToday } from './tasksOf.ts';

/** Fields with something to do that lie near each other, in the order of a short way. */
export function Rounds({ tasks }: { tasks: readonly TaskToday[] }) {
  const units = useUnits();
  const parts = useAll('fieldPart');
  const fields = useMemo(
    () => new Map(tasks.flatMap(({ one }) => (one ? [[one.field.id, one]] : []))),
    [tasks],
  );
  const rounds = useMemo(() => {
    const gates = new Map(
      parts.flatMap(({ data }): [string, Position][] =>
        data.part === 'gateway' && data.at ? [[data.fieldId, data.at]] : [],
      ),
    );
    return fieldRounds(
      [...fields].flatMap(([id, { field }]) => {
        const { boundary } = field.data;
        if (!boundary) return [];
        return [{ id, at: gates.get(id) ?? middleOf(boundary) }];
      }),
    ).filter(({ ids }) => ids.length > 1);
  }, [fields, parts]);
  if (rounds.length === 0) return null;
  return (
    <section aria-label="Rounds">
      {rounds.map(({ ids, legsM, totalM }) => (
        <p key={ids.join(' ')} className="small">
          <strong>On one round:</strong>{' '}
          {ids.map((id, i) => (
            <Fragment key={id}>
              {i > 0 && (
                <span className="soft"> {units.show(legsM[i - 1]!, 'roadDistance')} → </span>
              )}
              <Link className="alone" to={`/plantings/${fields.get(id)!.planting.id}`}>
                {fields.get(id)!.field.data.name}
              </Link>
            </Fragment>
          ))}
          <span className="soft">
            ; {units.show(totalM, 'roadDistance')} in all, as the crow flies.
          </span>
        </p>
      ))}
    </section>
  );
}
