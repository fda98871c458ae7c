/** All scripts and styles of the field in one file: their text by address. The build makes it: see web/pack.ts. */
export const PACK = 'assets/pack.json';
/** So many of them missing are fetched together; fewer, one by one, as after most new versions. */
export const WORTH_THE_PACK = 40;

/** What is not needed in the field: charts, pictures from above, planning at the desk, rare letters. */
const LATER = /SpacingChart|pictureWorker|Monitor|Targets|Adviser|KeyList|latin-ext/;
/** Whether a file is kept behind those of the field. @example isForLater('assets/SpacingChart-1a2b3c4d.js') // true */
export const isForLater = (url: string): boolean => LATER.test(url);
