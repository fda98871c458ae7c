/** What failed in a report of Vitest: names with the start of their messages. */
export const failuresOfUnit = (report) =>
  (report?.testResults ?? []).flatMap(({ name, message, assertionResults }) => {
    const failed = assertionResults.filter(({ status }) => status === 'failed');
    return failed.length > 0 || !message
      ? failed.map((one) => said(one.fullName, one.failureMessages[0]))
      : [said(name, message)];
  });

/** What failed in a report of Playwright, at every try. */
export const failuresOfE2e = (report) => [
  ...(report?.errors ?? []).map(({ message }) => said('outside any test', message)),
  ...brokenTries(report, 'unexpected'),
];

/** What passed at its second try only: no failure, and not to be forgotten either. */
export const shakyInUnit = (report) =>
  (report?.testResults ?? [])
    .flatMap(({ assertionResults }) => assertionResults)
    .filter(({ status, failureMessages }) => status === 'passed' && failureMessages?.length > 0)
    .map(({ fullName, failureMessages }) => said(fullName, failureMessages[0]));

/** The same of a report of Playwright. */
export const shakyInE2e = (report) => brokenTries(report, 'flaky');

const brokenTries = (report, outcome) =>
  (report?.suites ?? []).flatMap(specsOf).flatMap(({ file, title, tests }) =>
    tests
      .filter(({ status }) => status === outcome)
      .flatMap(({ results }) => results)
      .filter(({ status }) => !['passed', 'skipped'].includes(status))
      .map(({ errors }) =>
        said(`${file}: ${title}`, errors.map((e) => `${e.message}\n${e.snippet ?? ''}`).join('\n')),
      ),
  );

const specsOf = ({ specs = [], suites = [] }) => [...specs, ...suites.flatMap(specsOf)];

const said = (name, message = '') =>
  `${name}\n${message.split('\n').slice(0, 25).join('\n')}`.trimEnd();
