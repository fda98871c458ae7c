/** What an analysis gives, or why it refuses: a set of figures need not bear every analysis. */
export function unlessRefused<T>(read: () => T): { read: T | null; why: string | null } {
  try {
    return { read: read(), why: null };
  } catch (error) {
    if (error instanceof RangeError) return { read: null, why: error.message };
    throw error;
  }
}
