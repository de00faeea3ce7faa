import { Unreachable } from '../api/client';
import { forgetDrafts } from '../player/drafts';
import { onDevice } from './device';
import { PICTURES } from './stores';
import { dropVideos } from './videos';

/** What the server last told, and when it was told where that is not just now: milliseconds since 1970. */
export interface Seen<T> {
    value: T;
    at: number | null;
}

/** How often all was forgotten here: what was asked for before that is not kept any more when it comes. */
let forgotten = 0;

/** Under which name a round is kept as it was told last. */
export function seenAs(round: string): string {
    return `round ${round}`;
}

/** What was told last under a name, and stays on the device for a time without a connection. */
export async function keepSeen(name: string, value: unknown, since = forgotten): Promise<void> {
    await onDevice(async (db) => {
        if (since === forgotten) {
            await db.put('seen', { value, at: Date.now() }, name);
        }
    }, undefined);
}

/** What was told last; null where nothing was. */
export async function lastSeen<T>(name: string): Promise<{ value: T; at: number } | null> {
    return onDevice(async (db) => ((await db.get('seen', name)) as { value: T; at: number } | undefined) ?? null, null);
}

/** Asks the server; where it cannot be reached, it is as it was told last. */
export async function orLastSeen<T>(name: string, ask: () => Promise<T>): Promise<Seen<T>> {
    const since = forgotten;
    try {
        const value = await ask();
        await keepSeen(name, value, since);
        return { value, at: null };
    } catch (problem) {
        const before = problem instanceof Unreachable ? await lastSeen<T>(name) : null;
        if (before === null) {
            throw problem;
        }
        return before;
    }
}

/** Pictures of a round stay on the device, so that they are there without a connection. */
export async function keepPictures(addresses: string[]): Promise<void> {
    try {
        const kept = await caches.open(PICTURES);
        for (const address of addresses) {
            if ((await kept.match(address)) === undefined) {
                // One that cannot be had just now keeps no other away.
                await kept.add(address).catch(() => undefined);
            }
        }
    } catch {
        // No such store: they are loaded when they are seen.
    }
}

/** Nothing that a student has seen here stays for whoever comes next. What they did and is not sent yet waits for them. */
export async function forgetSeen(): Promise<void> {
    forgotten++;
    await onDevice((db) => db.clear('seen'), undefined);
    await dropVideos();
    try {
        await caches.delete(PICTURES);
    } catch {
        // Without such a store nothing was kept.
    }
}

/** Whoever leaves a device leaves nothing on it for the next. */
export async function leaveNothing(): Promise<void> {
    forgetDrafts();
    await forgetSeen();
}
