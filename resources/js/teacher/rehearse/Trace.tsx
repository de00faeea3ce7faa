import { useEffect, useRef } from 'react';
import { say } from '../../words/words';

/** Why the walk went where it went, event by event; pressing one shows where that was. */
export function Trace({
    trace,
    path,
    shown,
    onShow,
}: {
    trace: string[][];
    path: (string | null)[];
    shown: number;
    onShow: (event: number) => void;
}) {
    const list = useRef<HTMLOListElement>(null);
    // biome-ignore lint/correctness/useExhaustiveDependencies: what is newest comes into sight
    useEffect(() => {
        list.current?.querySelector('[aria-current="step"]')?.scrollIntoView?.({ block: 'nearest' });
    }, [trace, shown]);
    return (
        <section
            aria-label={say('teacher.rehearse.why-it-went-so')}
            className="min-h-0 overflow-y-auto rounded-lg border border-line bg-paper p-3"
        >
            <h2 className="mb-1 text-base">{say('teacher.rehearse.why-it-went-so')}</h2>
            <ol ref={list} className="grid text-sm">
                {trace.map((told, event) => (
                    <li key={event}>
                        {told.length > 0 && (
                            <button
                                type="button"
                                className={`w-full rounded-sm px-2 py-0.5 text-left hover:bg-tint ${event === shown ? 'bg-tint' : ''}`}
                                aria-current={event === shown ? 'step' : undefined}
                                disabled={path[event] == null}
                                onClick={() => onShow(event)}
                            >
                                {told.join(' ')}
                            </button>
                        )}
                    </li>
                ))}
            </ol>
        </section>
    );
}
