import { type DBSchema, openDB } from 'idb';
import type { PutAside, Waiting } from './queue';

interface Kept extends DBSchema {
    events: { key: number; value: Omit<Waiting, 'key'>; indexes: { round: string; student: string } };
    aside: { key: string; value: PutAside; indexes: { student: string } };
    seen: { key: string; value: { value: unknown; at: number } };
}

const database = () =>
    openDB<Kept>('hidden-ladder', 3, {
        // A newer version in another page does not wait for this one to be closed.
        blocking: (_, __, event) => (event.target as IDBDatabase).close(),
        // What waits there stays, whatever is added.
        upgrade(db, version) {
            if (version < 2) {
                for (const name of db.objectStoreNames) {
                    db.deleteObjectStore(name);
                }
                const events = db.createObjectStore('events', { autoIncrement: true });
                events.createIndex('round', 'round');
                events.createIndex('student', 'student');
                db.createObjectStore('aside').createIndex('student', 'student');
            }
            if (version < 3) {
                db.createObjectStore('seen');
            }
        },
    });

/** Runs on the device's store; where that fails, what is in memory alone is left. */
export async function onDevice<T>(work: (db: Awaited<ReturnType<typeof database>>) => Promise<T>, otherwise: T): Promise<T> {
    try {
        return await work(await database());
    } catch {
        return otherwise;
    }
}
