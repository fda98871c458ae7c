/** What listens for other tabs does not keep a worker waiting for a minute once its tests are done. */
globalThis.BroadcastChannel = class extends BroadcastChannel {
  constructor(name: string) {
    super(name);
    (this as unknown as { unref(): void }).unref();
  }
};
