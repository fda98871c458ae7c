/** PostgreSQL's codes of what whoever gave the address can put right, with what to do. */
const ADVICE: Record<string, string> = {
  42501:
    'The role of DATABASE_URL may not create tables in this database. As its owner, run:\n\n  GRANT CREATE, USAGE ON SCHEMA public TO <role>;\n  GRANT CREATE ON DATABASE <database> TO <role>;\n\nor give Sendero a database that the role owns.',
  '3D000':
    'The database of DATABASE_URL does not exist. Create it, or correct the name at the end of the address.',
  '28P01': 'The password of DATABASE_URL is not right.',
  '28000': 'The role of DATABASE_URL may not sign in to this database.',
  ECONNREFUSED:
    'No PostgreSQL answers at the address of DATABASE_URL. Start it, or correct the address.',
  ENOTFOUND: 'There is no machine of the name in DATABASE_URL.',
};

/**
 * What to do about a database that cannot be opened; null for a fault of Sendero's own.
 * @example databaseAdvice(Object.assign(new Error(), { code: '3D000' })) // 'The database of DATABASE_URL does not exist. …'
 */
export function databaseAdvice(error: unknown): string | null {
  for (
    let cause = error as { code?: string; parent?: unknown; cause?: unknown } | undefined;
    cause;
  ) {
    if (cause.code !== undefined && cause.code in ADVICE) return ADVICE[cause.code]!;
    cause = (cause.parent ?? cause.cause) as typeof cause;
  }
  return null;
}
