import type { Kind } from '@sendero/core';
import { Button } from '@mantine/core';
import { useStore } from 'react-redux';
import { Link } from 'react-router';
import { useDevice } from '../data/hooks.ts';
import { useAppSelector, type RefusedEntry, type RootState } from '../data/store.ts';
import { recordLink } from './recordLink.ts';
import { useRecordWords } from './recordWords.ts';

/** Attributes that say when: a device with a dead clock writes down a time that cannot be. */
const TIMES = /(^|\.)(startedAt|finishedAt|at|startedOn|on)$/;

/** What the server would not take, each with its reason and the ways to put it right. Nothing else waits for it. */
export function Refused() {
  const { refused, refusedPhotos } = useAppSelector((state) => state.sync);
  const device = useDevice();
  if (refused.length + refusedPhotos.length === 0) return null;
  return (
    <section className="stack tight">
      <div className="row spread">
        <h2>Refused by the server</h2>
        {refused.length > 1 && (
          <Button variant="default" h={48} onClick={() => void device.sendAllAgain()}>
            Send all {refused.length} again
          </Button>
        )}
      </div>
      {refused.map((entry) => (
        <RefusedChange key={entry.order} entry={entry} />
      ))}
      {refusedPhotos.map(({ id, problem }) => (
        <div key={id} className="sheet rule-left signal stack tight">
          <strong>A photo</strong>
          <p>{problem}</p>
          <div className="row">
            <Button variant="default" h={48} onClick={() => void device.settlePhoto(id, true)}>
              Send it again
            </Button>
            <Button variant="subtle" h={48} onClick={() => void device.settlePhoto(id, false)}>
              Give up this photo
            </Button>
          </div>
        </div>
      ))}
    </section>
  );
}

function RefusedChange({ entry: { order, touches, problems } }: { entry: RefusedEntry }) {
  const device = useDevice();
  const describe = useRecordWords();
  const store = useStore<RootState>();
  const records = touches.map((key) => key.split(' ') as [Kind, string]);
  const link = records
    .map(([kind, id]) => recordLink(store.getState(), kind, id))
    .find((one) => one !== null);
  const wrongTime = Object.keys(problems).some((path) => TIMES.test(path));
  return (
    <div className="sheet rule-left signal stack tight" data-testid="refused">
      <strong>{records.map((record) => describe(...record)).join(', ')}</strong>
      {Object.entries(problems).map(([field, text]) => (
        <p key={field}>{text}</p>
      ))}
      <p className="small soft">
        It is kept on this device, with what belongs to it; everything else is sent.
      </p>
      <div className="row">
        {wrongTime && (
          <Button h={48} onClick={() => void device.sendAgain(order, { redate: true })}>
            Date it now and send
          </Button>
        )}
        {link && (
          <Button component={Link} to={link} variant="default" h={48}>
            Correct it where it was entered
          </Button>
        )}
        <Button variant="default" h={48} onClick={() => void device.sendAgain(order)}>
          Send it again
        </Button>
        <Button variant="subtle" h={48} onClick={() => void device.discard(order)}>
          Give up this change
        </Button>
      </div>
    </div>
  );
}
