import { TextInput } from '@mantine/core';
import { Choice } from '../app/Choice.tsx';
import { receiverChosen } from '../data/preferences.ts';
import { useAppDispatch, useAppSelector } from '../data/store.ts';

const FIRST = 'http://127.0.0.1:4718/';

/** Where positions come from on this device. */
export function PositionSource() {
  const dispatch = useAppDispatch();
  const receiver = useAppSelector((state) => state.preferences.receiver);
  return (
    <section className="sheet stack tight">
      <h2>Position</h2>
      <Choice
        label="Where it comes from"
        labelled={false}
        options={[
          { value: 'device', says: 'This device' },
          { value: 'receiver', says: 'A receiver at an address' },
        ]}
        value={receiver ? 'receiver' : 'device'}
        onChange={(value) => dispatch(receiverChosen(value === 'receiver' ? FIRST : ''))}
      />
      {receiver && (
        <TextInput
          label="Address of the receiver"
          description="It sends longitude, latitude and accuracyM as server-sent events."
          style={{ maxWidth: 420 }}
          value={receiver}
          onChange={(event) => dispatch(receiverChosen(event.currentTarget.value))}
        />
      )}
    </section>
  );
}
