/** In place of the service worker's registration, which only a built app has: nothing waits to be updated to. */
export const useRegisterSW = () => ({
  needRefresh: [false, () => undefined],
  updateServiceWorker: () => Promise.resolve(),
});
