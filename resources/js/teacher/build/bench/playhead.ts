import { useSyncExternalStore } from 'react';

/** Where the video of the bench stands, in seconds; it moves at each picture, and only what asks for it is drawn anew. */
export class Playhead {
    at = 0;
    private readonly listeners = new Set<() => void>();

    readonly set = (at: number) => {
        this.at = at;
        for (const listener of this.listeners) {
            listener();
        }
    };

    readonly subscribe = (listener: () => void) => {
        this.listeners.add(listener);
        return () => {
            this.listeners.delete(listener);
        };
    };
}

/** What a moment comes to; drawn anew when that is something else. */
export function useMoment<T extends string | number | null>(playhead: Playhead, of: (at: number) => T): T {
    return useSyncExternalStore(playhead.subscribe, () => of(playhead.at));
}
