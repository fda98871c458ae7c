import {
  fieldArea,
  ACRE_M2,
  INCH_M,
  CROP_FACTS,
  CROPS,
  DEFAULT_FIELD_LOSS,
  expectedStand,
  hoopArea,
  populationAtSpacing,
  rateForStand,
  rowLengthForArea,
  seedNeeded,
  seedsInLength,
  targetSpacing,
  unitAreaM2,
  type Crop,
  type QuantityKind,
  USUAL_FIGURES,
} from '@sendero/core';
import { NativeSelect, TextInput } from '@mantine/core';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { Parts } from '../app/Parts.tsx';
import { useOne } from '../data/hooks.ts';
import { RowRibbon } from '../spacing/RowRibbon.tsx';
import { enteredFrom, QuantityInput, type Entered } from '../units/QuantityInput.tsx';
import { ReckonerTabs } from '../reckoner/ReckonerTabs.tsx';
import { useUnits } from '../units/useUnits.ts';

const HOOP_M = 28.25 * INCH_M;
const USUAL_WIDTH: Record<Crop, number> = {
  corn: 30 * INCH_M,
  soybean: 15 * INCH_M,
  wheat: 7.5 * INCH_M,
};
const USUAL_FIELD_M2 = 80 * ACRE_M2;

/** The quick card: rate, spacing, seeds in a length and live stand, each from the others; seed for a field. Needs no field. */
export default function TargetsScreen() {
  const [search] = useSearchParams();
  const planting = useOne('planting', search.get('planting'));
  const field = useOne('field', planting?.data.fieldId);
  return (
    <QuickCard
      key={planting?.id ?? 'free'}
      start={
        planting
          ? {
              ...planting.data,
              areaM2: field ? (fieldArea(field.data)?.areaM2 ?? null) : null,
              name: field?.data.name ?? '',
            }
          : null
      }
    />
  );
}

interface Start {
  crop: Crop;
  rowWidthM: number;
  seedsPerM2: number;
  germination: number;
  fieldLoss: number;
  areaM2: number | null;
  name: string;
}

function QuickCard({ start }: { start: Start | null }) {
  const units = useUnits();
  const [crop, setCrop] = useState<Crop>(start?.crop ?? 'corn');
  const { denseStand: dense, usual } = CROP_FACTS[crop];
  const popKind = units.standKind(dense);
  const entry = (value: number | null, kind: QuantityKind): Entered =>
    enteredFrom(value, undefined, kind, units);
  const [rate, setRateM2] = useState<number | null>(
    start?.seedsPerM2 ?? CROP_FACTS[crop].seedsPerM2,
  );
  const [width, setWidth] = useState(() =>
    entry(start?.rowWidthM ?? USUAL_WIDTH[crop], 'rowWidth'),
  );
  const [germination, setGermination] = useState(() => entry(start?.germination ?? 0.95, 'share'));
  const [loss, setLoss] = useState(() => entry(start?.fieldLoss ?? DEFAULT_FIELD_LOSS, 'share'));
  const [length, setLength] = useState(() =>
    entry(
      rowLengthForArea({
        rowWidthM: start?.rowWidthM ?? USUAL_WIDTH[crop],
        areaM2: unitAreaM2(units.system) / 1000,
      }),
      'rowLength',
    ),
  );
  const [area, setArea] = useState(() => entry(start?.areaM2 ?? USUAL_FIELD_M2, 'area'));
  const [reserve, setReserve] = useState(() => entry(0.03, 'share'));
  const [bag, setBag] = useState(start?.crop === 'wheat' ? '' : '80000');
  const [size, setSize] = useState(() => entry(null, 'seedSize'));
  /** The figure being typed stays as typed; the others follow the rate. */
  const [typing, setTyping] = useState<{ what: string; entered: Entered } | null>(null);

  const w = positive(width.value);
  const g = share(germination.value);
  const l = share(loss.value);
  const live =
    rate && g && l !== null
      ? expectedStand({ seedsPerM2: rate, germination: g, fieldLoss: l })
      : null;
  const spacingM = rate && w ? targetSpacing({ rowWidthM: w, populationPerM2: rate }) : null;
  // Long enough for some seeds, short enough that they stay apart.
  const ribbonM = spacingM ? Math.min(1.5, Math.max(4 * spacingM, 0.4)) : 1;
  const lengthM = positive(length.value);
  const inLength =
    rate && w && lengthM ? seedsInLength({ seedsPerM2: rate, rowWidthM: w, lengthM }) : null;
  const areaM2 = positive(area.value);
  const perBag = positive(Number(bag.replace(/[\s,]/g, '')) || null);
  const need =
    rate && areaM2
      ? seedNeeded({
          seedsPerM2: rate,
          areaM2,
          reserve: Math.max(0, reserve.value ?? 0),
          seedsPerBag: perBag,
          seedsPerKg: positive(size.value),
        })
      : null;

  const linked = (
    what: string,
    value: number | null,
    kind: QuantityKind,
    toRate: (value: number) => number | null,
  ) => ({
    kind,
    usual: what === 'rate' || what === 'live' ? usual.seedsPerM2 : undefined,
    size: 'md' as const,
    entered: typing?.what === what ? typing.entered : entry(value, kind),
    onEntered: (entered: Entered) => {
      setTyping({ what, entered });
      const next = entered.value !== null && entered.value > 0 ? toRate(entered.value) : null;
      setRateM2(next !== null && Number.isFinite(next) && next > 0 ? next : null);
    },
    onBlur: () => setTyping(null),
  });
  const chooseCrop = (next: Crop) => {
    setCrop(next);
    setRateM2(CROP_FACTS[next].seedsPerM2);
    setWidth(entry(USUAL_WIDTH[next], 'rowWidth'));
    setBag(next === 'wheat' ? '' : next === 'corn' ? '80000' : '140000');
    setLength(
      entry(
        rowLengthForArea({ rowWidthM: USUAL_WIDTH[next], areaM2: unitAreaM2(units.system) / 1000 }),
        'rowLength',
      ),
    );
  };
  return (
    <Parts>
      <ReckonerTabs />
      <div>
        {start && <div className="soft">{start.name}</div>}
        <h1>Targets</h1>
      </div>
      <div className="columns half">
        <section className="sheet stack">
          <div className="columns half">
            <NativeSelect
              label="Crop"
              size="md"
              value={crop}
              onChange={(event) => chooseCrop(event.currentTarget.value as Crop)}
              data={CROPS.map((name) => ({ value: name, label: CROP_FACTS[name].label }))}
            />
            <QuantityInput
              label="Row width"
              kind="rowWidth"
              usual={usual.rowWidthM}
              size="md"
              entered={width}
              onEntered={setWidth}
            />
          </div>
          <p className="small soft">Enter any one of these four; the others follow.</p>
          <div className="columns half">
            <QuantityInput
              label="Seeding rate"
              {...linked('rate', rate, popKind, (value) => value)}
            />
            <QuantityInput
              label="One seed every"
              {...linked('spacing', spacingM, 'targetSpacing', (spacing) =>
                w ? populationAtSpacing({ rowWidthM: w, spacingM: spacing }) : null,
              )}
            />
            <QuantityInput
              label="Live stand expected"
              {...linked('live', live, popKind, (stand) =>
                g && l !== null && l < 1
                  ? rateForStand({ standPerM2: stand, germination: g, fieldLoss: l })
                  : null,
              )}
            />
            <SeedsInLength
              value={
                typing?.what === 'seeds'
                  ? typing.entered
                  : { text: inLength === null ? '' : units.fixed(inLength, 1), value: inLength }
              }
              onChange={(text) => {
                const seeds = Number(text.replace(',', '.'));
                setTyping({ what: 'seeds', entered: { text, value: seeds } });
                setRateM2(seeds > 0 && w && lengthM ? seeds / (w * lengthM) : null);
              }}
              onBlur={() => setTyping(null)}
              lengthText={units.show(lengthM ?? 0, 'rowLength')}
            />
          </div>
          <div className="columns half">
            <QuantityInput
              label="Germination on the tag"
              kind="share"
              usual={USUAL_FIGURES.germination}
              entered={germination}
              onEntered={setGermination}
            />
            <QuantityInput
              label={
                <>
                  Field loss <span className="default-mark">default 5 %</span>
                </>
              }
              kind="share"
              usual={USUAL_FIGURES.fieldLoss}
              entered={loss}
              onEntered={setLoss}
            />
            <QuantityInput
              label="Length of row"
              kind="rowLength"
              entered={length}
              onEntered={setLength}
            />
          </div>
        </section>
        <section className="sheet stack">
          <h2>In the row</h2>
          {spacingM && live && rate && w ? (
            <>
              <div className="figure" data-testid="card-spacing">
                {units.number(spacingM, 'targetSpacing')}
                <span className="unit">{units.symbol('targetSpacing')} from seed to seed</span>
              </div>
              <RowRibbon
                positionsM={Array.from(
                  { length: Math.floor(ribbonM / spacingM) + 1 },
                  (_, i) => i * spacingM,
                )}
                referenceM={spacingM}
                lengthM={ribbonM}
                label={`Seeds ${units.show(spacingM, 'targetSpacing')} apart, to scale`}
              />
              <dl className="facts">
                <dt>Seeds in {units.show(lengthM ?? 0, 'rowLength')}</dt>
                <dd>{inLength === null ? '–' : units.fixed(inLength, 1)}</dd>
                <dt>Plants to expect there</dt>
                <dd>{inLength === null ? '–' : units.fixed((inLength * live) / rate, 1)}</dd>
                <dt>1/1000 {units.system === 'us' ? 'acre' : 'ha'}</dt>
                <dd>
                  {units.show(
                    rowLengthForArea({ rowWidthM: w, areaM2: unitAreaM2(units.system) / 1000 }),
                    'rowLength',
                  )}{' '}
                  of row
                </dd>
                {dense && (
                  <>
                    <dt>In a hoop of {units.show(HOOP_M, 'hoopDiameter')}</dt>
                    <dd>{(hoopArea(HOOP_M) * live).toFixed(0)} plants</dd>
                  </>
                )}
              </dl>
            </>
          ) : (
            <p>Enter row width, germination and one of the four figures: the rest appears here.</p>
          )}
          <h2>Seed for a field</h2>
          <div className="columns half">
            <QuantityInput label="Area" kind="area" entered={area} onEntered={setArea} />
            <QuantityInput
              label={
                <>
                  Reserve <span className="default-mark">default 3 %</span>
                </>
              }
              kind="share"
              usual={USUAL_FIGURES.reserve}
              entered={reserve}
              onEntered={setReserve}
            />
            <TextInput
              label="Seeds in a bag (tag)"
              inputMode="numeric"
              value={bag}
              onChange={(event) => setBag(event.currentTarget.value)}
            />
            <QuantityInput
              label="Seed size (tag)"
              kind="seedSize"
              entered={size}
              onEntered={setSize}
            />
          </div>
          {need ? (
            <p data-testid="seed-needed">
              <strong>{Math.round(need.seeds / 1000).toLocaleString('en')} thousand seeds</strong>
              {need.bags !== null && (
                <>
                  : <strong>{need.bags} bags</strong>
                </>
              )}
              {need.massKg !== null && need.massKgPerM2 !== null && (
                <>
                  , {units.show(need.massKg, 'seedMass')}; drill setting{' '}
                  <strong>{units.show(need.massKgPerM2, 'seedMassRate')}</strong>
                </>
              )}
              .
            </p>
          ) : (
            <p>Enter the area: the seed to bring appears here.</p>
          )}
        </section>
      </div>
    </Parts>
  );
}

function SeedsInLength({
  value,
  onChange,
  onBlur,
  lengthText,
}: {
  value: Entered;
  onChange(text: string): void;
  onBlur(): void;
  lengthText: string;
}) {
  return (
    <TextInput
      label={`Seeds in ${lengthText}`}
      size="md"
      inputMode="decimal"
      value={value.text}
      onChange={(event) => onChange(event.currentTarget.value)}
      onBlur={onBlur}
    />
  );
}

const positive = (value: number | null) =>
  value !== null && Number.isFinite(value) && value > 0 ? value : null;
const share = (value: number | null) => (value !== null && value >= 0 && value <= 1 ? value : null);
