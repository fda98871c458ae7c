import { RowSelect, StopScreen } from '../stop/StopScreen.tsx';
import { PhotoButton } from './PhotoButton.tsx';
import { PhotoPicture } from './PhotoPicture.tsx';

/** Pictures of a stop: of the place, of a row, and those taken of what was dug. */
export default function PhotosScreen() {
  return (
    <StopScreen step="photos">
      {(props) => {
        const dug = props.stop.seen.flatMap(({ id, data }) =>
          data.type === 'photo' && data.of !== null ? [{ id, data }] : [],
        );
        return (
          <>
            <RowSelect {...props} />
            <PhotoButton stopId={props.stop.id} row={props.row} />
            {dug.length > 0 && (
              <section className="stack tight">
                <h2>Of what was dug here</h2>
                <div className="chips">
                  {dug.map(({ id, data }) => (
                    <PhotoPicture
                      key={id}
                      id={id}
                      photoId={data.photoId}
                      label={
                        [data.row && `Row ${data.row}`, data.side].filter(Boolean).join(', ') ||
                        'Photo'
                      }
                    />
                  ))}
                </div>
              </section>
            )}
          </>
        );
      }}
    </StopScreen>
  );
}
