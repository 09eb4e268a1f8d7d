/**
 * Ends a part of the application when the script that started it is gone, however that ended: nothing stays behind on a
 * port, or at a job.
 * @param {() => unknown} stop
 */
export function endWithParent(stop) {
  const parent = process.ppid;
  setInterval(() => {
    if (process.ppid !== parent) void stop();
  }, 1000).unref();
}
