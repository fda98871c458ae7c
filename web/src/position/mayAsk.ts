/** Whether positions may be had without the browser asking the person in the middle of something else. */
export async function mayAsk(receiver: string): Promise<boolean> {
  if (receiver) return true;
  try {
    return (await navigator.permissions.query({ name: 'geolocation' })).state === 'granted';
  } catch {
    return false;
  }
}
