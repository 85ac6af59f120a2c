/** True while a process runs, whoever it belongs to. */
export function isAlive(pid: number): boolean {
  try {
    process.kill(pid, 0); // Sends nothing; only asks.
    return true;
  } catch (error) {
    return (error as NodeJS.ErrnoException).code === 'EPERM';
  }
}
