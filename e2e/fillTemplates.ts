import { App, templateVariable } from './app.ts';

/** Before all tests: one database with the demo and one without, which every server of the run starts from a copy of. */
export default async function fillTemplates(): Promise<void> {
  await Promise.all(
    [true, false].map(async (demo) => {
      const app = await App.start({ demo });
      process.env[templateVariable(demo)] = await app.close();
    }),
  );
}
