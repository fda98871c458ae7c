import { SegmentedControl, useMantineColorScheme } from '@mantine/core';
import { unitsChosen } from '../data/preferences.ts';
import { useAppDispatch, useAppSelector } from '../data/store.ts';

/** Units and light, for the person at this device. */
export function Preferences() {
  const dispatch = useAppDispatch();
  const units = useAppSelector((state) => state.preferences.units);
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
      <p className="small soft">
        Press <kbd>?</kbd> anywhere for the keys.
      </p>
    </section>
  );
}
