import { useState } from 'react';
import { say } from '../words/words';

/** So many names are read at a glance; the rest stand behind a button. */
const MOST_NAMES = 12;

/** Names, as many as are read at a glance. */
export function Names({ names }: { names: string[] }) {
    const [all, setAll] = useState(false);
    const shown = all || names.length <= MOST_NAMES + 1 ? names : names.slice(0, MOST_NAMES);
    return names.length === 0 ? (
        say('teacher.evidence.nobody')
    ) : (
        <>
            {shown.join(', ')}
            {shown.length < names.length && (
                <button type="button" className="ml-1 underline" onClick={() => setAll(true)}>
                    {say('teacher.evidence.and-more', { count: names.length - shown.length })}
                </button>
            )}
        </>
    );
}
