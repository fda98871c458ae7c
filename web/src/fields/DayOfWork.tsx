import { addDays } from '@sendero/core';
import { Button, TextInput } from '@mantine/core';
import { useState, type ReactNode } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { longDate, shortDate } from '../app/dates.ts';
import { useToday } from '../data/hooks.ts';

/** What is wrong with the day that work was done on; null: nothing. @param on ISO date, '' for today; @param from no day before it */
export function dayProblem(on: string, from: string, today: string): string | null {
  return on === '' || (on >= from && on <= today)
    ? null
    : `Choose a day from ${longDate(from)} to today, ${longDate(today)}.`;
}

interface DayField {
  /** ISO date; '' for today. */
  value?: string;
  /** No day before it, ISO date. */
  from: string;
  error?: ReactNode;
  onChange(on: string): void;
}

/** The day of work: today (''), which it stays however long the form is open, or an earlier one when it is entered from paper. */
export function DayOfWork({ value = '', ...field }: DayField) {
  const [asked, setAsked] = useState(false);
  if (!asked && value === '')
    return (
      <div>
        <Button variant="default" h={44} onClick={() => setAsked(true)}>
          Done on another day
        </Button>
      </div>
    );
  return <DayInput value={value} {...field} />;
}

/** Work of an earlier day is entered from paper: which day, then the screen of that work. */
export function EnterFromPaper({ from, to }: { from: string; to: string }) {
  const today = useToday();
  const navigate = useNavigate();
  const [on, setOn] = useState<string | null>(null);
  if (from >= today) return null;
  if (on === null)
    return (
      <Button variant="default" h={52} onClick={() => setOn(addDays(today, -1))}>
        Enter from paper
      </Button>
    );
  const problem = dayProblem(on, from, today);
  return (
    <form
      className="row"
      style={{ alignItems: 'end' }}
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        if (!problem && on !== '') void navigate(`${to}?on=${on}`);
      }}
    >
      <DayInput value={on} from={from} onChange={setOn} />
      <Button type="submit" variant="default" h={52} disabled={problem !== null || on === ''}>
        Enter it
      </Button>
    </form>
  );
}

/** The day whose work this screen takes: today's, or that of an earlier day which was chosen on the way here. */
export function useDayOfWork(from: string): string {
  const today = useToday();
  const [search] = useSearchParams();
  const on = search.get('on');
  return on !== null && dayProblem(on, from, today) === null ? on : today;
}

function DayInput({ value = '', from, error, onChange }: DayField) {
  const today = useToday();
  return (
    <TextInput
      label="Done on"
      type="date"
      size="md"
      style={{ maxWidth: 240 }}
      min={from}
      max={today}
      value={value}
      error={error ?? dayProblem(value, from, today)}
      onChange={(event) => onChange(event.currentTarget.value)}
    />
  );
}

/** The day whose work is being entered. */
export function DayShown({ on }: { on: string }) {
  return on === useToday() ? shortDate(on) : <strong>{shortDate(on)}, from paper</strong>;
}
