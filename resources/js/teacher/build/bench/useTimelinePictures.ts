import { useEffect, useState } from 'react';
import type { Medium } from '../../../api/types';

/** The small pictures and the wave of a video, as soon as they are made; null where there are none. */
export function useTimelinePictures(medium: Medium | null): { sheet: HTMLImageElement | null; wave: Uint8Array | null } {
    const [sheet, setSheet] = useState<HTMLImageElement | null>(null);
    const [wave, setWave] = useState<Uint8Array | null>(null);
    const ready = medium?.preparation?.state === 'ready';
    const hasWave = ready && medium?.preparation?.wave === true;
    const address = `/media/${medium?.id}/timeline`;
    const revision = medium?.revision;
    useEffect(() => {
        setSheet(null);
        setWave(null);
        if (!ready) {
            return;
        }
        let wanted = true;
        const picture = new Image();
        picture.onload = () => wanted && setSheet(picture);
        picture.src = `${address}/pictures?v=${revision}`;
        if (hasWave) {
            fetch(`${address}/wave?v=${revision}`)
                .then((reply) => (reply.ok ? reply.arrayBuffer() : Promise.reject()))
                .then((bytes) => wanted && setWave(new Uint8Array(bytes)))
                .catch(() => undefined);
        }
        return () => {
            wanted = false;
        };
    }, [ready, hasWave, address, revision]);
    return { sheet, wave };
}
