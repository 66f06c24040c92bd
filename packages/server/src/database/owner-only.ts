import { chmodSync, existsSync } from 'node:fs';

/** Books hold pay and passwords: nobody but their owner reads them, nor what lies beside them. Files on a disk without rights stay as they are. */
export function ownerOnly(path: string): void {
  for (const file of [path, `${path}-wal`, `${path}-shm`]) {
    try {
      if (existsSync(file)) chmodSync(file, 0o600);
    } catch {
      // A file system without rights, or another owner: the server runs all the same.
    }
  }
}
