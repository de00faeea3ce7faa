import { useCallback, useRef, useState } from 'react';
import { Link } from 'react-router';
import { client, take } from '../api/client';
import { buttonClass } from '../ui/Button';
import { useAskAgain, useLive } from '../ui/useLive';
import { say } from '../words/words';

const KEY = 'together';

/** In which sitting this page is, for as long as it is open. */
export function remember(sitting: string | null): void {
    try {
        sitting === null ? sessionStorage.removeItem(KEY) : sessionStorage.setItem(KEY, sitting);
    } catch {
        // The way back stands on the own page.
    }
}

function remembered(): string | null {
    try {
        return sessionStorage.getItem(KEY);
    } catch {
        return null;
    }
}

/** For whoever does something else while the others think: the way back, and a word when the class goes on. */
export function BackToClass() {
    const [sitting] = useState(remembered);
    const [heard, setHeard] = useState(0);
    const listens = useLive(
        sitting === null ? null : `sitting/${sitting}`,
        useCallback(() => setHeard((times) => times + 1), []),
    );
    const number = useRef<number | null>(null);
    useAskAgain(listens || sitting === null, () => {
        void take(client.GET('/student/sitting')).then(
            ({ sitting: now }) => {
                if (number.current !== null && now?.number !== number.current) {
                    setHeard(2);
                }
                number.current = now?.number ?? null;
            },
            // It is asked again.
            () => undefined,
        );
    });
    if (sitting === null) {
        return null;
    }
    // It is told once that it can be heard; what comes after is the class going on.
    const goesOn = heard > 1;
    return (
        <p
            className={`mx-auto flex max-w-2xl flex-wrap items-center gap-3 px-4 py-2 ${goesOn ? 'bg-tint font-semibold' : 'bg-sheet text-soft'}`}
            role="status"
        >
            <span className="mr-auto">{say('student.together.your-class', { goesOn: String(goesOn) })}</span>
            <Link className={buttonClass(goesOn ? 'main' : 'plain')} to="/together">
                {say('student.together.back-to-the-class')}
            </Link>
        </p>
    );
}
