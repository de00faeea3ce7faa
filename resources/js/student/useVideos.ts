import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { RoundView } from '../api/types';
import { dropVideos, hasRoomFor, keepVideo, keptVideos, ownVideos } from './videos';

/** As many bytes of a round's videos are kept without being asked for. */
const UNASKED = 25_000_000;

export interface Videos {
    /** Addresses of those that are on the device; null while that is not known. */
    kept: Set<string> | null;
    /** Bytes that are not. */
    missing: number;
    /** How much of what is missing has come, from 0 to 1; null while nothing is loaded. */
    come: number | null;
    trouble: 'no_room' | 'failed' | null;
    keep: () => void;
}

/** The videos of a round that can be done without a connection: kept on the device, the large ones when the student says so. */
export function useVideos(view: RoundView | null): Videos {
    const round = view?.id ?? null;
    const isOver = view !== null && (view.finished || !view.whole);
    const known = JSON.stringify(view?.whole === true ? ownVideos(view) : []);
    const videos = useMemo(() => JSON.parse(known) as ReturnType<typeof ownVideos>, [known]);
    const [kept, setKept] = useState<Set<string> | null>(null);
    const [come, setCome] = useState<number | null>(null);
    const [trouble, setTrouble] = useState<Videos['trouble']>(null);
    const loading = useRef<AbortController | null>(null);
    const left = useMemo(() => (kept === null ? [] : videos.filter((video) => !kept.has(video.address))), [videos, kept]);
    const missing = left.reduce((sum, video) => sum + video.bytes, 0);

    useEffect(() => {
        setKept(null);
        if (round !== null && videos.length > 0) {
            void keptVideos(round).then(setKept);
        }
    }, [round, videos]);
    useEffect(() => {
        // They take much room, and have been seen.
        if (round !== null && isOver) {
            void dropVideos(round);
        }
    }, [round, isOver]);
    useEffect(() => () => loading.current?.abort(), []);

    const keep = useCallback(async () => {
        if (round === null || loading.current !== null) {
            return;
        }
        loading.current = new AbortController();
        setTrouble(null);
        setCome(0);
        try {
            if (!(await hasRoomFor(missing))) {
                setTrouble('no_room');
                return;
            }
            let before = 0;
            for (const video of left) {
                await keepVideo(round, video, (bytes) => setCome((before + bytes) / missing), loading.current.signal);
                before += video.bytes;
            }
        } catch {
            setTrouble('failed');
        } finally {
            loading.current = null;
            setCome(null);
            setKept(await keptVideos(round));
        }
    }, [round, left, missing]);

    // A child that pays for each byte is asked first.
    const isSaving = (navigator as { connection?: { saveData?: boolean } }).connection?.saveData === true;
    const isSmall = missing > 0 && missing <= UNASKED && !isSaving;
    useEffect(() => {
        if (isSmall && trouble === null) {
            void keep();
        }
    }, [isSmall, trouble, keep]);

    return { kept, missing, come, trouble, keep: () => void keep() };
}
