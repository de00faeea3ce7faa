import type { SentEvent } from '../api/types';
import { onDevice } from './device';

export type MadeEvent = Omit<SentEvent, 'sentAt'>;

/** One event that the server has not acknowledged yet, and how it fared so far. */
export interface Waiting {
    key: number;
    student: string;
    round: string;
    event: MadeEvent;
    /** Times in a row that the server broke over it, and when for the first time. */
    failures: number;
    failingSince: number;
}

/** An event that the server breaks over every time: it no longer holds up the others. */
export type PutAside = Pick<Waiting, 'student' | 'round' | 'event'>;

/** What could not be kept on the device: it waits as long as the page is open. Its keys are below zero. */
const inMemory: Waiting[] = [];

/** The events of a student that wait, of one round or all, in the order in which they were made. */
export async function waiting(of: { round: string } | { student: string }): Promise<Waiting[]> {
    const [index, value] = 'round' in of ? (['round', of.round] as const) : (['student', of.student] as const);
    const stored = await onDevice(async (db) => {
        const transaction = db.transaction('events');
        const [keys, found] = await Promise.all([
            transaction.store.index(index).getAllKeys(value),
            transaction.store.index(index).getAll(value),
        ]);
        return found.map((one, at) => ({ ...one, key: keys[at] ?? 0 }));
    }, [] as Waiting[]);
    return [...stored, ...inMemory.filter((one) => one[index] === value)];
}

/** What waits for students who were found to be this one is this one's. */
export async function adopt(from: string[], student: string): Promise<void> {
    for (const one of inMemory.filter((waits) => from.includes(waits.student))) {
        one.student = student;
    }
    await onDevice(async (db) => {
        const transaction = db.transaction(['events', 'aside'], 'readwrite');
        for (const name of ['events', 'aside'] as const) {
            const store = transaction.objectStore(name);
            for (const other of from) {
                for (let found = await store.index('student').openCursor(other); found !== null; found = await found.continue()) {
                    await found.update({ ...found.value, student });
                }
            }
        }
        await transaction.done;
    }, undefined);
}

/**
 * Keeps an event, linked to the one before it that waits, else to the last that was acknowledged.
 *
 * @returns whether it is on the device; otherwise it is in memory alone
 */
export async function keep(student: string, round: string, event: Omit<MadeEvent, 'after'>, acknowledged: string | null): Promise<boolean> {
    const before = (await waiting({ round })).at(-1)?.event.id ?? acknowledged;
    const made = { student, round, event: { ...event, after: before }, failures: 0, failingSince: 0 };
    const onStore =
        inMemory.some((one) => one.round === round) === false &&
        (await onDevice(async (db) => {
            await db.add('events', made);
            return true;
        }, false));
    if (!onStore) {
        inMemory.push({ ...made, key: -1 - inMemory.length - Date.now() });
    }
    return onStore;
}

export async function replace(one: Waiting): Promise<void> {
    const { key, ...value } = one;
    const at = inMemory.findIndex((other) => other.key === key);
    if (at >= 0) {
        inMemory[at] = one;
        return;
    }
    await onDevice(async (db) => void (await db.put('events', value, key)), undefined);
}

export async function drop(key: number): Promise<void> {
    const at = inMemory.findIndex((one) => one.key === key);
    if (at >= 0) {
        inMemory.splice(at, 1);
        return;
    }
    await onDevice((db) => db.delete('events', key), undefined);
}

export async function putAside({ student, round, event }: Waiting): Promise<void> {
    await onDevice(async (db) => void (await db.put('aside', { student, round, event }, event.id)), undefined);
}

export async function setAside(student: string): Promise<PutAside[]> {
    return onDevice((db) => db.getAllFromIndex('aside', 'student', student), []);
}

/** The student has read that it could not be taken. */
export async function forget(event: string): Promise<void> {
    await onDevice((db) => db.delete('aside', event), undefined);
}
