import type { Kept } from '@sendero/core';
import { useChildren } from '../data/hooks.ts';

/** The trial of a planting that stops and lengths may stand in: its newest that is not archived. */
export const useOpenTrial = (plantingId: string): Kept<'trial'> | undefined =>
  useChildren('trial', 'plantingId', plantingId)
    .filter(({ data }) => !data.archived)
    .at(-1);
