import { expect, it } from 'vitest';
import { failuresOfE2e, failuresOfUnit, shakyInE2e, shakyInUnit } from './failures.mjs';

it('names what failed with the start of its message, however deep it lies', () => {
  const report = {
    suites: [
      {
        specs: [],
        suites: [
          {
            specs: [
              {
                file: 'a.spec.ts',
                title: 'counts',
                tests: [{ status: 'expected', results: [{ status: 'passed' }] }],
              },
              {
                file: 'a.spec.ts',
                title: 'sends',
                tests: [
                  {
                    status: 'unexpected',
                    results: [{ status: 'failed', errors: [{ message: 'no answer' }] }],
                  },
                ],
              },
              {
                file: 'a.spec.ts',
                title: 'waits',
                tests: [
                  {
                    status: 'flaky',
                    results: [
                      { status: 'timedOut', errors: [{ message: 'not in time' }] },
                      { status: 'passed' },
                    ],
                  },
                ],
              },
            ],
          },
        ],
      },
    ],
  };
  expect(failuresOfE2e(report)).toEqual(['a.spec.ts: sends\nno answer']);
  expect(shakyInE2e(report)).toEqual(['a.spec.ts: waits\nnot in time']);
  expect(
    failuresOfUnit({
      testResults: [
        { name: 'b.test.ts', message: '', assertionResults: [{ status: 'passed' }] },
        { name: 'c.test.ts', message: 'cannot be read', assertionResults: [] },
        {
          name: 'd.test.ts',
          message: '',
          assertionResults: [{ status: 'failed', fullName: 'adds', failureMessages: ['1 ≠ 2'] }],
        },
      ],
    }),
  ).toEqual(['c.test.ts\ncannot be read', 'adds\n1 ≠ 2']);
});

it('says nothing of a report that was never written', () => {
  expect([...failuresOfE2e(null), ...failuresOfUnit(null)]).toEqual([]);
});

it('names tests without a browser that passed at their second try, and no others', () => {
  const tried = (fullName, status, ...failureMessages) => ({ fullName, status, failureMessages });
  expect(
    shakyInUnit({
      testResults: [
        {
          assertionResults: [
            tried('adds', 'passed'),
            tried('draws', 'passed', 'nothing there'),
            tried('sends', 'failed', 'no answer', 'no answer'),
          ],
        },
        { assertionResults: [] },
      ],
    }),
  ).toEqual(['draws\nnothing there']);
  expect(shakyInUnit(null)).toEqual([]);
});
