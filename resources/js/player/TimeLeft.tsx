import { Hourglass } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { serverNow } from '../api/client';
import { timecode } from '../ui/time';
import { say } from '../words/words';

/** How much time is left, where there is a limit; says so once when it is over. */
export function TimeLeft({ ends, words, onOver }: { ends: number | null; words: string; onOver: () => void }) {
    const [now, setNow] = useState(serverNow);
    const told = useRef<number | null>(null);
    const over = useRef(onOver);
    over.current = onOver;
    useEffect(() => {
        if (ends === null) {
            return;
        }
        const timer = setInterval(() => {
            const at = serverNow();
            setNow(at);
            // A second later, so that the server's clock agrees.
            if (at >= ends + 1000 && told.current !== ends) {
                told.current = ends;
                over.current();
            }
        }, 500);
        return () => clearInterval(timer);
    }, [ends]);
    if (ends === null) {
        return null;
    }
    const left = Math.max(0, Math.ceil((ends - now) / 1000));
    return (
        <p
            className={`flex items-center gap-1 ${left <= 15 ? 'font-semibold text-yet' : 'text-soft'}`}
            role="timer"
            aria-label={say('player.time-left.left', { time: timecode(left), what: words })}
        >
            <Hourglass size={16} aria-hidden="true" /> {timecode(left)}
        </p>
    );
}
