import { createContext, useContext } from 'react';
import type { RoundView } from '../api/types';

/** What is known of a medium before it is loaded: its length, its captions, where it is. */
export type MediumFacts = RoundView['media'][string];

/** What is known of the media that are shown on a page, by id. */
export const MediaKnown = createContext<RoundView['media']>({});

export function useMedium(id: string | null): MediumFacts | null {
    const known = useContext(MediaKnown);
    return id === null ? null : (known[id] ?? null);
}

/** Where a medium's file is, as far as it is known; our own has its place by its id. */
export function addressOf(id: string, facts: MediumFacts | null): string {
    return facts?.address ?? `/media/${id}`;
}

/** Whether a video comes from elsewhere, and may be away while all else is there. */
export function isOutside(facts: MediumFacts | null): boolean {
    return facts !== null && !facts.address.startsWith('/');
}
