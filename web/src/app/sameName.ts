/** Whether two names are the same to a person. @example sameName(' Plover farm', 'Plover Farm') // true */
export const sameName = (a: string, b: string): boolean =>
  a.trim().toLowerCase() === b.trim().toLowerCase();
