import { database } from './db/client';
import { housekeeping } from './db/schema';

export interface Housekeeping {
  /** How many daily backups are kept. */
  readonly backupsKept: number;
  /** Whether the home network may come in, once there is a passphrase. */
  readonly isOnNetwork: boolean;
}

const USUAL: Housekeeping = { backupsKept: 14, isOnNetwork: false };

export function readHousekeeping(): Housekeeping {
  const row = database().select().from(housekeeping).get();
  return row ? { backupsKept: row.backupsKept, isOnNetwork: row.isOnNetwork } : USUAL;
}

export function keepHousekeeping(change: Partial<Housekeeping>): void {
  const values = { ...readHousekeeping(), ...change };
  database()
    .insert(housekeeping)
    .values({ id: 1, ...values })
    .onConflictDoUpdate({ target: housekeeping.id, set: values })
    .run();
}
