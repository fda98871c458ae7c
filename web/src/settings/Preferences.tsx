import { SegmentedControl, useMantineColorScheme } from '@mantine/core';
import { Choice } from '../app/Choice.tsx';
import { answerChosen, handChosen, unitsChosen } from '../data/preferences.ts';
import { useAppDispatch, useAppSelector } from '../data/store.ts';

/** Units and light, for the person at this device. */
export function Preferences() {
  const dispatch = useAppDispatch();
  const { units, answer, hand } = useAppSelector((state) => state.preferences);
  const { colorScheme, setColorScheme } = useMantineColorScheme();
  return (
    <section className="sheet stack tight">
      <h2>Units and light</h2>
      <div className="row">
        <SegmentedControl
          size="md"
          aria-label="Units"
          value={units}
          onChange={(value) => dispatch(unitsChosen(value as 'us' | 'metric'))}
          data={[
            { value: 'us', label: 'inches, acres' },
            { value: 'metric', label: 'cm, hectares' },
          ]}
        />
        <SegmentedControl
          size="md"
          aria-label="Light"
          value={colorScheme === 'dark' ? 'dark' : 'light'}
          onChange={(value) => setColorScheme(value as 'light' | 'dark')}
          data={[
            { value: 'light', label: 'Sun' },
            { value: 'dark', label: 'Dawn' },
          ]}
        />
      </div>
      <Choice
        label="After each count or entry in the field"
        options={[
          { value: 'vibration', says: 'vibration' },
          { value: 'sound', says: 'a short tone' },
          { value: 'none', says: 'nothing' },
        ]}
        value={answer}
        onChange={(next) => dispatch(answerChosen(next!))}
      />
      <Choice
        label="The phone is in the"
        options={[
          { value: 'right', says: 'right hand' },
          { value: 'left', says: 'left hand' },
        ]}
        value={hand}
        onChange={(next) => dispatch(handChosen(next!))}
      />
      <p className="small soft">
        Press <kbd>?</kbd> anywhere for the keys.
      </p>
    </section>
  );
}
