import type { Kept } from '@sendero/core';
import { Fold } from '../app/Fold.tsx';
import { saveFile } from '../app/saveFile.ts';
import { SHAPE_FORMATS, writeShapes, type ShapeFormat } from './shapeFiles.ts';

/** A field's outline and its parts, as files that other programs read. */
export function SaveShapes({
  field,
  parts,
}: {
  field: Kept<'field'>;
  parts: readonly Kept<'fieldPart'>[];
}) {
  const { name, boundary } = field.data;
  const save = async (format: ShapeFormat) =>
    saveFile(
      `${name}.${SHAPE_FORMATS[format].ending}`,
      SHAPE_FORMATS[format].type,
      await writeShapes(
        { name, boundary: boundary! },
        parts.map(({ data }) => data),
        format,
      ),
    );
  return (
    <Fold summary="Save as a file">
      <div className="row">
        {(Object.keys(SHAPE_FORMATS) as ShapeFormat[]).map((format) => (
          <button key={format} className="tool" onClick={() => void save(format)}>
            Save as {SHAPE_FORMATS[format].label}
          </button>
        ))}
      </div>
    </Fold>
  );
}
