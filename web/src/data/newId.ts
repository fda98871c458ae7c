import { v7 as uuidv7 } from 'uuid';

/** An id for a new record; ids sort by the time they were made. @example newId() */
export const newId = (): string => uuidv7();
