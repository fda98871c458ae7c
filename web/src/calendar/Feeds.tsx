import { Button, CopyButton, TextInput } from '@mantine/core';
import { localWhen } from '../app/dates.ts';
import { useFeedsQuery, useMakeFeedMutation, useWithdrawFeedMutation } from './calendarFeedsApi.ts';

/** Addresses that a calendar program reads by itself, and their end. */
export function Feeds() {
  const { data: feeds, isError } = useFeedsQuery(undefined, { refetchOnMountOrArgChange: true });
  const [make, made] = useMakeFeedMutation();
  const [withdraw, withdrawn] = useWithdrawFeedMutation();
  const problem = made.error ?? withdrawn.error;
  const address = made.data && `${location.origin}${made.data.path}`;
  return (
    <section className="stack tight">
      <h3>By itself</h3>
      <p>
        An address for your calendar program: it follows every change. Whoever has the address can
        read the visits, so give it to nobody else; withdrawn, it shows nothing any more.
      </p>
      {isError ? (
        <p className="warn">No connection: addresses are made when there is one.</p>
      ) : (
        <>
          {address && made.data && feeds?.some(({ id }) => id === made.data!.id) && (
            <div className="row" style={{ alignItems: 'end' }}>
              <TextInput
                label="Copy it now: it is not shown again"
                value={address}
                readOnly
                style={{ flex: 1 }}
                onFocus={({ currentTarget }) => currentTarget.select()}
              />
              <CopyButton value={address}>
                {({ copied, copy }) => (
                  <Button variant="default" h={44} onClick={copy}>
                    {copied ? 'Copied' : 'Copy'}
                  </Button>
                )}
              </CopyButton>
            </div>
          )}
          <ul className="list-plain">
            {(feeds ?? []).map((feed) => (
              <li key={feed.id} className="row spread">
                <span>
                  Made by {feed.madeBy}, {localWhen(feed.madeAt)}.{' '}
                  <span className="soft">
                    {feed.askedAt ? `Read last ${localWhen(feed.askedAt)}.` : 'Not read yet.'}
                  </span>
                </span>
                <Button variant="default" h={44} onClick={() => void withdraw(feed.id)}>
                  Withdraw
                </Button>
              </li>
            ))}
          </ul>
          <div>
            <Button
              variant="default"
              h={48}
              loading={made.isLoading}
              onClick={() => void make(Intl.DateTimeFormat().resolvedOptions().timeZone)}
            >
              Make an address
            </Button>
          </div>
          {problem && <p className="warn">{(problem as Error).message}</p>}
        </>
      )}
    </section>
  );
}
