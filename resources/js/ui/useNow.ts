import { useEffect, useState } from 'react';

/** The time now in milliseconds since 1970, looked at every so often, also where nothing else changes. */
export function useNow(every: number): number {
    const [now, setNow] = useState(Date.now);
    useEffect(() => {
        const ticking = window.setInterval(() => setNow(Date.now()), every);
        return () => window.clearInterval(ticking);
    }, [every]);
    return now;
}
