import {
  CROP_FACTS,
  hoursToGather,
  shareWithin,
  type GroupReading,
  type Kept,
} from '@sendero/core';
import { NativeSelect } from '@mantine/core';
import { uniformityChosen } from '../data/preferences.ts';
import { usePlantingWeather } from '../weather/usePlantingWeather.ts';
import { useAppDispatch, useAppSelector } from '../data/store.ts';

const WINDOWS_H = [12, 24, 36, 48, 72] as const;
/** The window of the older school, in place of hours: as long as a leaf takes. */
const ONE_LEAF = 0;

/** How many came up together, by a window that schools set differently. */
export function Uniformity({
  planting,
  group: { fit, told },
}: {
  planting: Kept<'planting'>;
  group: GroupReading;
}) {
  const chosen = useAppSelector((state) => state.preferences.uniformityH);
  const dispatch = useAppDispatch();
  const weather = usePlantingWeather(planting);
  if (!fit.curve || told.t50H === null) return null;
  const { heatPerLeaf } = CROP_FACTS[planting.data.crop];
  // As long as a leaf took then, by the heat there was.
  const leafH = weather && heatPerLeaf ? hoursToGather(weather.heat, told.t50H, heatPerLeaf) : null;
  const byLeaf = chosen === ONE_LEAF && leafH !== null;
  const windowH = byLeaf ? leafH : chosen === ONE_LEAF ? WINDOWS_H[1] : chosen;
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
        value={String(byLeaf ? ONE_LEAF : windowH)}
        onChange={(event) => dispatch(uniformityChosen(Number(event.currentTarget.value)))}
        data={[
          ...WINDOWS_H.map((hours) => ({ value: String(hours), label: `${hours} h` })),
          ...(leafH === null
            ? []
            : [{ value: String(ONE_LEAF), label: `one leaf stage: ${leafH} h then` }]),
        ]}
        w={260}
      />
    </div>
  );
}
