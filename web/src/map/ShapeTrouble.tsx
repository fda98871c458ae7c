import { Button } from '@mantine/core';
import type { Boundary } from '@sendero/core';
import type { BrokenShape } from './useShape.ts';

/** What is wrong with a shape that was drawn or brought, and what can be done. */
export function ShapeTrouble({
  broken,
  onMend,
  onDrop,
}: {
  broken: BrokenShape;
  onMend(shape: Boundary): void;
  onDrop(): void;
}) {
  const { says, repair } = broken;
  return (
    <div className="rule-left signal stack tight" role="alert">
      <p>{says} It is not kept until then.</p>
      <div className="row">
        {repair && (
          <Button h={48} onClick={() => onMend(repair.shape)}>
            {repair.label}
          </Button>
        )}
        <Button variant="default" h={48} onClick={onDrop}>
          Drop this outline
        </Button>
      </div>
    </div>
  );
}
