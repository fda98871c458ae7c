import type { WholeApp } from '../app/wholeApp.testing.tsx';

/** Adds a field of a new grower on the screen of fields, as a person does. For tests. */
export async function addField(here: WholeApp, grower: string, field: string): Promise<void> {
  await here.press('Add a field');
  await here.fill('Grower', grower);
  await here.fill('Field name', field);
  await here.press('Keep');
}
