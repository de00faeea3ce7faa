import 'fake-indexeddb/auto';
import { openDB } from 'idb';
import { afterEach, expect, it, vi } from 'vitest';
import { Refused, Unreachable } from '../../resources/js/api/client';

/** The caches of a browser, as far as pictures need them. */
function browserCaches() {
    const named = new Map<string, Set<string>>();
    return {
        named,
        open: async (name: string) => {
            const held = named.get(name) ?? new Set<string>();
            named.set(name, held);
            return {
                match: async (address: string) => (held.has(address) ? new Response() : undefined),
                add: async (address: string) => {
                    if (address.includes('gone')) {
                        throw new TypeError('Failed to fetch');
                    }
                    held.add(address);
                },
            };
        },
        delete: async (name: string) => named.delete(name),
        keys: async () => [...named.keys()],
    };
}

const seen = () => import('../../resources/js/student/seen');

afterEach(() => vi.unstubAllGlobals());

it('keeps what waits on a device that knew nothing of what was seen', async () => {
    const before = await openDB('hidden-ladder', 2, {
        upgrade(db) {
            const events = db.createObjectStore('events', { autoIncrement: true });
            events.createIndex('round', 'round');
            events.createIndex('student', 'student');
            db.createObjectStore('aside').createIndex('student', 'student');
        },
    });
    await before.add('events', { student: 'ada', round: 'r', event: { id: 'e' }, failures: 0, failingSince: 0 });
    before.close();
    const { waiting } = await import('../../resources/js/student/queue');
    expect((await waiting({ round: 'r' })).map((one) => one.event.id)).toEqual(['e']);
});

it('gives what was told last where the server is not there, and says since when', async () => {
    const { orLastSeen, forgetSeen } = await seen();
    const away = () => Promise.reject(new Unreachable('away'));
    await expect(orLastSeen('page', away)).rejects.toThrow('away');
    expect(await orLastSeen('page', async () => ({ name: 'Ada' }))).toEqual({ value: { name: 'Ada' }, at: null });
    expect(await orLastSeen('page', away)).toEqual({ value: { name: 'Ada' }, at: expect.closeTo(Date.now(), -4) });
    // Whoever is refused is not shown what another was.
    const refused = () => Promise.reject(new Refused({ type: '', title: '', status: 401, detail: 'Come in.' }));
    await expect(orLastSeen('page', refused)).rejects.toThrow('Come in.');
    await forgetSeen();
    await expect(orLastSeen('page', away)).rejects.toThrow('away');
});

it('keeps nothing that was asked for before all was forgotten, whenever it comes', async () => {
    const { orLastSeen, keepSeen, forgetSeen, lastSeen } = await seen();
    let come: (value: string) => void = () => undefined;
    const asked = orLastSeen('page', () => new Promise<string>((resolve) => (come = resolve)));
    const kept = keepSeen('round', 'Ada’s');
    await forgetSeen();
    come('Hello, Ada');
    expect((await asked).value).toBe('Hello, Ada');
    await kept;
    expect([await lastSeen('page'), await lastSeen('round')]).toEqual([null, null]);
    await keepSeen('page', 'Hello, Ben');
    expect((await lastSeen('page'))?.value).toBe('Hello, Ben');
    await forgetSeen();
});

it('keeps each picture once, goes on without those that cannot be had, and leaves none behind', async () => {
    const store = browserCaches();
    vi.stubGlobal('caches', store);
    const { keepPictures, forgetSeen } = await seen();
    await keepPictures(['/media/a', '/media/b', '/media/a']);
    await keepPictures(['/media/gone', '/media/c']);
    expect([...(store.named.get('pictures') ?? [])]).toEqual(['/media/a', '/media/b', '/media/c']);
    await forgetSeen();
    expect(store.named.size).toBe(0);
});

it('does without where a browser has no such stores', async () => {
    const { keepPictures, forgetSeen } = await seen();
    await expect(keepPictures(['/media/a'])).resolves.toBeUndefined();
    await expect(forgetSeen()).resolves.toBeUndefined();
});
