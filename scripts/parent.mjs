/**
 * Ends a part of the application when the script that started it is gone, however that ended: nothing stays behind on a
 * port, or at a job.
 * @param {() => unknown} stop
 */
export function endWithParent(stop) {
  const parent = process.ppid;
  let ending = false;
  const end = () => {
    if (ending) return;
    ending = true;
    void stop();
    // Whatever it still waits for, nobody waits for it.
    setTimeout(() => process.exit(0), 10_000).unref();
  };
  setInterval(() => {
    if (process.ppid !== parent) end();
  }, 1000).unref();
  // Nobody reads what is printed any more. Said with a message, that would be the next thing that cannot be printed.
  for (const out of [process.stdout, process.stderr]) out.on('error', end);
}
