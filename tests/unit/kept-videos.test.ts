import { afterEach, expect, it, vi } from 'vitest';
import type { RoundView } from '../../resources/js/api/types';
import { dropVideos, hasRoomFor, keepVideo, keptVideos, type OwnVideo, ownVideos } from '../../resources/js/student/videos';

/** The caches of a browser; what is put there is read to its end, as browsers do. */
function browserCaches() {
    const named = new Map<string, Map<string, Uint8Array>>();
    const open = async (name: string) => {
        const held = named.get(name) ?? new Map<string, Uint8Array>();
        named.set(name, held);
        return {
            put: async (address: string, reply: Response) => void held.set(address, new Uint8Array(await reply.arrayBuffer())),
            keys: async () => [...held.keys()].map((address) => ({ url: `http://school.example${address}` })),
        };
    };
    return { named, open, keys: async () => [...named.keys()], delete: async (name: string) => named.delete(name) };
}

const film: OwnVideo = { address: '/media/film?v=2', bytes: 6, beside: ['/media/film/captions/en', '/media/film/lines/en'] };

/** A server that has the film in two pieces, and captions but no lines. */
function server(whole = true) {
    return vi.fn(async (address: string) => {
        if (address.includes('/lines/')) {
            return new Response(null, { status: 404 });
        }
        const pieces = new ReadableStream({
            start(controller) {
                controller.enqueue(new Uint8Array([1, 2, 3, 4]));
                whole ? controller.enqueue(new Uint8Array([5, 6])) : controller.error(new TypeError('Failed to fetch'));
                whole && controller.close();
            },
        });
        return new Response(pieces);
    });
}

afterEach(() => vi.unstubAllGlobals());

it('keeps a video whole with its captions, and tells how much has come', async () => {
    const store = browserCaches();
    vi.stubGlobal('caches', store);
    vi.stubGlobal('fetch', server());
    const told: number[] = [];
    await keepVideo('round', film, (bytes) => told.push(bytes), new AbortController().signal);
    expect(told).toEqual([4, 6]);
    expect(await keptVideos('round')).toEqual(new Set(['/media/film/captions/en', '/media/film?v=2']));
    expect(store.named.get('videos of round')?.get('/media/film?v=2')).toEqual(new Uint8Array([1, 2, 3, 4, 5, 6]));
});

it('keeps no half of a video', async () => {
    vi.stubGlobal('caches', browserCaches());
    vi.stubGlobal('fetch', server(false));
    await expect(keepVideo('round', { ...film, beside: [] }, () => undefined, new AbortController().signal)).rejects.toThrow();
    expect(await keptVideos('round')).toEqual(new Set());
    vi.stubGlobal('fetch', async () => new Response('no', { status: 403 }));
    await expect(keepVideo('round', film, () => undefined, new AbortController().signal)).rejects.toThrow('403');
});

it('drops the videos of one round, or of all, and nothing else', async () => {
    const store = browserCaches();
    vi.stubGlobal('caches', store);
    for (const name of ['pictures', 'videos of one', 'videos of two', 'videos of two and a half']) {
        await store.open(name);
    }
    await dropVideos('two');
    expect([...store.named.keys()]).toEqual(['pictures', 'videos of one', 'videos of two and a half']);
    await dropVideos();
    expect([...store.named.keys()]).toEqual(['pictures']);
});

it('knows which videos are files of ours', () => {
    const facts = { seconds: 60, bytes: 7, captions: ['en'], kind: 'video' as const, address: '/media/film?v=2', player: null };
    const media: RoundView['media'] = {
        film: facts,
        picture: { ...facts, kind: 'picture' },
        elsewhere: { ...facts, address: 'https://school.example/film.webm' },
        service: { ...facts, address: '/stand-in/watch/1', player: 'stand-in' },
    };
    expect(ownVideos({ media } as RoundView)).toEqual([{ ...film, bytes: 7 }]);
});

it('looks whether there is room, and tries where a browser does not tell', async () => {
    const room = (estimate?: () => Promise<StorageEstimate>) => vi.stubGlobal('navigator', { storage: estimate && { estimate } });
    room(async () => ({ quota: 100, usage: 40 }));
    expect([await hasRoomFor(50), await hasRoomFor(59)]).toEqual([true, false]);
    room(async () => ({}));
    expect(await hasRoomFor(1e12)).toBe(true);
    room(() => Promise.reject(new Error('not here')));
    expect(await hasRoomFor(1e12)).toBe(true);
    room();
    expect(await hasRoomFor(1e12)).toBe(true);
});
