import { useEffect, useRef, useState } from 'react';

/** Milliseconds in which several changes are one. */
const TOGETHER = 50;

/** Milliseconds after which a server that refused, or was away, is tried again. */
const AGAIN = 20_000;

/**
 * Milliseconds after which a page that goes along with a class asks again, where changes are heard and where not; so new things
 * appear within three seconds where nothing is heard.
 */
export function again(heard: boolean): number {
    return heard ? 15_000 : 2000;
}

/** Milliseconds after which a page for one student asks again where nothing is heard. */
const BY_ITSELF = 4000;

/** A page that hears nothing asks by itself every few seconds, as long as somebody can see it. */
export function useAskAgain(heard: boolean, ask: () => void): void {
    const latest = useRef(ask);
    useEffect(() => {
        latest.current = ask;
    }, [ask]);
    useEffect(() => {
        if (heard) {
            return;
        }
        const asking = window.setInterval(() => {
            if (document.visibilityState === 'visible') {
                latest.current();
            }
        }, BY_ITSELF);
        return () => window.clearInterval(asking);
    }, [heard]);
}

/**
 * Does something as soon as the server says that something changed there, and once whenever it begins to be heard. Tells whether
 * it is: where not, a page asks by itself every few seconds.
 */
export function useLive(channel: string | null, onChange: () => void): boolean {
    const [heard, setHeard] = useState(false);
    const latest = useRef(onChange);
    useEffect(() => {
        latest.current = onChange;
    }, [onChange]);
    useEffect(() => {
        if (channel === null || typeof EventSource === 'undefined') {
            return;
        }
        let changing: number | undefined;
        const change = () => {
            changing ??= window.setTimeout(() => {
                changing = undefined;
                latest.current();
            }, TOGETHER);
        };
        let source = listen();
        function listen(): EventSource {
            const made = new EventSource(`/live/${channel}`);
            made.onopen = () => {
                setHeard(true);
                change();
            };
            made.onmessage = change;
            made.onerror = () => setHeard(false);
            return made;
        }
        const trying = window.setInterval(() => {
            if (source.readyState === EventSource.CLOSED) {
                source = listen();
            }
        }, AGAIN);
        return () => {
            source.close();
            window.clearInterval(trying);
            window.clearTimeout(changing);
            setHeard(false);
        };
    }, [channel]);
    return heard;
}
