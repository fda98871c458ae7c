import { Button } from '@mantine/core';

/** The foot of a form. */
export function KeepOrCancel({ onCancel }: { onCancel(): void }) {
  return (
    <div className="row">
      <Button type="submit" h={48}>
        Keep
      </Button>
      <Button variant="default" h={48} onClick={onCancel}>
        Cancel
      </Button>
    </div>
  );
}
