/** Timers that a device of an ended test sets while its page is taken down do not keep a worker waiting until they ring. */
const page = (globalThis as { happyDOM?: { abort(): Promise<void> } }).happyDOM;
if (page) {
  const abort = page.abort.bind(page);
  page.abort = () => Promise.resolve(void abort());
}
