import { lazy, type ComponentType } from 'react';

/** A part of a screen that comes after it, and is left out when it cannot be had: the screen works without it. */
export const lazyExtra = <Props extends object>(
  load: () => Promise<{ default: ComponentType<Props> }>,
) => lazy<ComponentType<Props>>(() => load().catch(() => ({ default: () => null })));
