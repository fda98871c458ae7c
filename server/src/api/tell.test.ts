import { expect, it, vi } from 'vitest';
import { databaseAnswers, tell } from './tell.ts';

it('a database that is away is told once, and once that it is back; faults are told each time', () => {
  const said = vi.spyOn(console, 'error').mockImplementation(() => {});
  const away = Object.assign(new Error('connect ECONNREFUSED'), { code: 'ECONNREFUSED' });
  for (let i = 0; i < 1000; i++) tell(away);
  expect(said).toHaveBeenCalledTimes(1);
  databaseAnswers();
  databaseAnswers();
  expect(said).toHaveBeenCalledTimes(2);
  expect(said.mock.lastCall![0]).toMatch(/is back after \d+ s; 1000 requests failed/);
  tell(new Error('a fault'));
  tell(new Error('a fault'));
  expect(said).toHaveBeenCalledTimes(4);
  said.mockRestore();
});
