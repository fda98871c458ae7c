import { Button } from '@mantine/core';
import { useDevice } from '../data/hooks.ts';
import { useAppSelector } from '../data/store.ts';
import { saveFile } from '../app/saveFile.ts';

/** Workspaces this device worked in before, at the same address: what of them waits, as a file, and a way to take them off. */
export function OtherWorkspaces() {
  const device = useDevice();
  const others = useAppSelector((state) => state.sync.elsewhere);
  if (others.length === 0) return null;
  return (
    <section className="sheet stack tight" aria-label="Other workspaces">
      <h2>Other workspaces on this device</h2>
      <p>
        This address now leads to another workspace. What belongs to the one before is kept apart,
        and is sent by itself when that workspace is back.
      </p>
      {others.map(({ id, name, unsent }) => (
        <div key={id} className="row spread" data-testid="other-workspace">
          <span>
            <strong>{name || 'Workspace without a name'}</strong>
            {', '}
            {unsent === 0
              ? 'everything sent'
              : `${unsent} ${unsent === 1 ? 'change' : 'changes'} not sent`}
          </span>
          <span className="row">
            {unsent > 0 && (
              <Button
                variant="default"
                h={44}
                onClick={async () =>
                  saveFile('sendero-unsent.json', 'application/json', await device.unsentOf(id))
                }
              >
                Save as a file
              </Button>
            )}
            <Button
              variant="subtle"
              h={44}
              onClick={() => {
                const sure =
                  unsent === 0 ||
                  window.confirm(
                    `Delete ${unsent} ${unsent === 1 ? 'change' : 'changes'} of ${name || 'this workspace'} that were not sent? Save them as a file first.`,
                  );
                if (sure) void device.forgetWorkspace(id);
              }}
            >
              Delete from this device
            </Button>
          </span>
        </div>
      ))}
    </section>
  );
}
