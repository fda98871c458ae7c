import { shareWithin, type GroupReading } from '@sendero/core';
import { NativeSelect } from '@mantine/core';
import { uniformityChosen } from '../data/preferences.ts';
import { useAppDispatch, useAppSelector } from '../data/store.ts';

const WINDOWS_H = [12, 24, 36, 48, 72];

/** How many came up together, by a window that schools set differently. */
export function Uniformity({ group: { fit, told } }: { group: GroupReading }) {
  const windowH = useAppSelector((state) => state.preferences.uniformityH);
  const dispatch = useAppDispatch();
  if (!fit.curve || told.t50H === null) return null;
  const share = shareWithin(fit.curve, windowH);
  return (
    <div className="stack tight">
      <p>
        In the fullest {windowH} h {Math.round(100 * share)} % of the plants came up;{' '}
        <strong>{Math.round(100 * (1 - share))} % came outside</strong>.
      </p>
      <NativeSelect
        label={
          <>
            Uniformity window <span className="default-mark">default 24 h</span>
          </>
        }
        description="One school wants all plants within about a day; an older one accepts within one leaf stage."
        value={String(windowH)}
        onChange={(event) => dispatch(uniformityChosen(Number(event.currentTarget.value)))}
        data={WINDOWS_H.map((hours) => ({ value: String(hours), label: `${hours} h` }))}
        w={260}
      />
    </div>
  );
}
