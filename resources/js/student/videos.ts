import type { RoundView } from '../api/types';
import { addressOf } from '../player/media';
import { VIDEOS } from './stores';

/** A video that can be kept on the device: a file of ours. */
export interface OwnVideo {
    address: string;
    bytes: number;
    /** What is shown with it: its captions and their lines. */
    beside: string[];
}

/** The videos of a round that can be kept. */
export function ownVideos({ media }: RoundView): OwnVideo[] {
    return Object.entries(media)
        .filter(([, facts]) => facts.kind === 'video' && facts.player === null && facts.address.startsWith('/'))
        .map(([id, facts]) => ({
            address: addressOf(id, facts),
            bytes: facts.bytes,
            beside: facts.captions.flatMap((language) => [`/media/${id}/captions/${language}`, `/media/${id}/lines/${language}`]),
        }));
}

/** Addresses of the videos that are on the device whole. */
export async function keptVideos(round: string): Promise<Set<string>> {
    try {
        const kept = await (await caches.open(VIDEOS + round)).keys();
        return new Set(kept.map((request) => new URL(request.url).pathname + new URL(request.url).search));
    } catch {
        return new Set();
    }
}

/** Whether so many bytes more find room; what a browser does not tell is tried. */
export async function hasRoomFor(bytes: number): Promise<boolean> {
    const { quota, usage } = (await navigator.storage?.estimate?.().catch(() => undefined)) ?? {};
    return quota === undefined || usage === undefined || quota - usage > bytes * 1.1;
}

/**
 * Loads a video with its captions onto the device; `told` hears how many bytes have come.
 *
 * @throws where it does not come whole, or finds no room: nothing of it is kept then
 */
export async function keepVideo(round: string, video: OwnVideo, told: (bytes: number) => void, signal: AbortSignal): Promise<void> {
    const kept = await caches.open(VIDEOS + round);
    for (const address of video.beside) {
        const reply = await fetch(address, { signal });
        // Captions that were taken out meanwhile are none.
        if (reply.ok) {
            await kept.put(address, reply);
        }
    }
    const reply = await fetch(video.address, { signal });
    if (reply.status !== 200 || reply.body === null) {
        throw new Error(`The video answers ${reply.status}.`);
    }
    let come = 0;
    const counting = new TransformStream<Uint8Array, Uint8Array>({
        transform(piece, controller) {
            come += piece.byteLength;
            told(come);
            controller.enqueue(piece);
        },
    });
    await kept.put(video.address, new Response(reply.body.pipeThrough(counting), { headers: reply.headers }));
}

/** The videos of a round, or of all, are not kept any longer. */
export async function dropVideos(round = ''): Promise<void> {
    try {
        const names = (await caches.keys()).filter((name) => (round === '' ? name.startsWith(VIDEOS) : name === VIDEOS + round));
        await Promise.all(names.map((name) => caches.delete(name)));
    } catch {
        // Without such a store nothing was kept.
    }
}
