import { CROP_FACTS, readTags, addDays, stageName, type TagRead } from '@sendero/core';
import { Button } from '@mantine/core';
import { useMemo, useState } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import { Parts } from '../app/Parts.tsx';
import { shortDate } from '../app/dates.ts';
import { useRemove } from '../app/Undo.tsx';
import { useAll, useChildren, useOne, useToday, useWalksRead } from '../data/hooks.ts';
import { draftNames } from '../fields/useDraft.ts';
import { PhotoButton } from '../photos/PhotoButton.tsx';
import { useUnits } from '../units/useUnits.ts';
import { OutcomeForm } from './OutcomeForm.tsx';
import { OwnWeightsCard } from './OwnWeightsCard.tsx';
import { TagForm } from './TagForm.tsx';
import { BORNE_WORDS, COUNTED_WORDS, GROUP_WORDS } from './tagWords.ts';

/** Late plants and their neighbours that were marked: found again at flowering and at grain fill. */
export default function TagsScreen() {
  const { plantingId } = useParams();
  const [search] = useSearchParams();
  const planting = useOne('planting', plantingId);
  const field = useOne('field', planting?.data.fieldId);
  const tags = useChildren('taggedPlant', 'plantingId', plantingId);
  const outcomes = useAll('tagOutcome');
  const today = useToday();
  const read = useMemo(() => readTags(tags, outcomes), [tags, outcomes]);
  const [adding, setAdding] = useState(
    () => search.has('walk') || draftNames().includes(`tag on ${plantingId}`),
  );
  const [open, setOpen] = useState<string | null>(null);
  if (!planting || !field)
    return (
      <p>
        This planting is not on this device. <Link to="/">Back to today</Link>
      </p>
    );
  const { crop, plantedOn } = planting.data;
  const suggested =
    today < addDays(plantedOn, CROP_FACTS[crop].laterDays.grainFill[0]) ? 'flowering' : 'grainFill';
  const walkId = search.get('walk');
  const stop = Number(search.get('stop')) || null;
  const row = Number(search.get('row')) || null;
  return (
    <Parts>
      <div className="row spread">
        <div>
          <Link to={`/plantings/${planting.id}`}>{field.data.name}</Link>
          <h1>Tagged plants</h1>
          <div className="soft">
            {tags.length === 0
              ? 'Mark late plants and the neighbours they stand beside; come back at flowering and at grain fill.'
              : `${tags.length} plants; ${read.filter(({ grainFill }) => grainFill).length} looked at at grain fill`}
          </div>
        </div>
        <div className="row">
          {walkId && stop && (
            <Button component={Link} variant="default" h={48} to={`/walks/${walkId}?stop=${stop}`}>
              Back to stop {stop}
            </Button>
          )}
          {!adding && (
            <Button h={48} onClick={() => setAdding(true)}>
              Tag a late plant
            </Button>
          )}
        </div>
      </div>
      <div className="columns two">
        <div className="stack">
          {adding && (
            <TagForm
              planting={planting}
              walkId={walkId}
              stop={stop}
              row={row}
              taken={new Set(tags.map(({ data }) => data.tag.trim().toLowerCase()))}
              onDone={() => setAdding(false)}
            />
          )}
          {read.length > 0 && (
            <ul className="list-plain sheet" aria-label="Tagged plants">
              {read.map((tag) => (
                <li key={tag.id} className="task due" data-tag={tag.data.tag}>
                  <div>
                    <TagLine tag={tag} crop={crop} />
                    <TagPhoto tag={tag} />
                  </div>
                  {open === tag.id ? (
                    <div style={{ gridColumn: '1 / -1', width: '100%' }}>
                      <OutcomeForm
                        tag={tag}
                        crop={crop}
                        suggested={suggested}
                        onDone={() => setOpen(null)}
                      />
                    </div>
                  ) : (
                    <TagTools tag={tag} onOpen={() => setOpen(tag.id)} />
                  )}
                </li>
              ))}
            </ul>
          )}
        </div>
        <OwnWeightsCard />
      </div>
    </Parts>
  );
}

/** A picture of a tagged plant hangs on the stop it was marked at. */
function TagPhoto({ tag: { id, data } }: { tag: TagRead }) {
  useWalksRead([data.walkId ?? undefined]);
  const stop = useChildren('stop', 'walkId', data.walkId ?? undefined).find(
    (one) => one.data.ordinal === data.stop,
  );
  return stop ? (
    <PhotoButton stopId={stop.id} row={data.row} of={id} label={`Photo of ${data.tag}`} />
  ) : null;
}

function TagTools({ tag, onOpen }: { tag: TagRead; onOpen(): void }) {
  const remove = useRemove();
  return (
    <span className="row">
      <Button variant="default" h={48} onClick={onOpen} aria-label={`Look again: ${tag.data.tag}`}>
        Look again
      </Button>
      <Button
        variant="subtle"
        h={48}
        aria-label={`Delete the tag ${tag.data.tag}`}
        onClick={() => remove('taggedPlant', tag.id, `Tag ${tag.data.tag} deleted.`)}
      >
        Delete
      </Button>
    </span>
  );
}

function TagLine({ tag, crop }: { tag: TagRead; crop: keyof typeof COUNTED_WORDS }) {
  const units = useUnits();
  const { data, flowering, grainFill, twice } = tag;
  const seen = [
    flowering &&
      `flowering ${shortDate(flowering.data.on)}: ${flowering.data.inFlower === null ? 'looked at' : flowering.data.inFlower ? 'in flower' : 'not in flower'}`,
    grainFill &&
      [
        `grain fill ${shortDate(grainFill.data.on)}:`,
        grainFill.data.bears && BORNE_WORDS[grainFill.data.bears],
        grainFill.data.count !== null &&
          `${grainFill.data.count} ${COUNTED_WORDS[crop].toLowerCase()}`,
        grainFill.data.weightKg !== null && units.show(grainFill.data.weightKg, 'plantMass'),
      ]
        .filter(Boolean)
        .join(' '),
  ].filter(Boolean);
  return (
    <div style={data.beside === null ? undefined : { paddingLeft: '1.2rem' }}>
      <strong>{data.tag}</strong>
      <span className="soft">
        , {GROUP_WORDS[data.group]}
        {data.stage ? `, ${stageName(data.stage)}` : ''}
        {data.row ? `, row ${data.row}` : ''}
        {data.atM === null ? '' : `, at ${units.show(data.atM, 'tapePosition')}`}
      </span>
      {twice && (
        <div className="warn small">This tag hangs on two plants: write another on one.</div>
      )}
      {data.find && <div className="small soft">{data.find}</div>}
      {seen.length > 0 && <div className="small">{seen.join('; ')}</div>}
    </div>
  );
}
