import { StopScreen } from '../stop/StopScreen.tsx';
import Notes from './Notes.tsx';

/** Notes on a stop. */
export default function StopNotesScreen() {
  return (
    <StopScreen step="notes">
      {({ facts, stop, row }) => (
        <Notes
          place={{
            plantingId: facts.planting.id,
            walkId: facts.walk.id,
            stop: stop.data.ordinal,
            row,
          }}
        />
      )}
    </StopScreen>
  );
}
