import { useState } from 'react';
import type { AtHand as Thing } from '../api/types';
import { say } from '../words/words';
import { Rich } from './Rich';
import { VideoPlayer } from './VideoPlayer';

/** Readings and videos taken in before, that stay beside the questions about them. */
export function KeptReading({ shelf }: { shelf: Thing[] }) {
    const [open, setOpen] = useState<string | null>(null);
    return shelf.map((thing) => (
        <section key={thing.id} className="border-b border-line bg-sheet px-4 py-1.5" aria-label={thing.title}>
            <button
                type="button"
                className="flex min-h-10 w-full items-center justify-between gap-3 text-left font-semibold"
                aria-expanded={open === thing.id}
                onClick={() => setOpen(open === thing.id ? null : thing.id)}
            >
                <span className="truncate">{thing.title}</span>
                <span className="shrink-0 text-sm text-soft underline underline-offset-4">
                    {open === thing.id ? say('player.kept-reading.put-it-away') : say('player.kept-reading.look-at-it-again')}
                </span>
            </button>
            {open === thing.id && thing.text !== undefined && (
                <div className="max-h-[40dvh] overflow-y-auto pb-2 leading-relaxed" data-read-aloud>
                    <Rich text={thing.text} />
                </div>
            )}
            {open === thing.id && thing.clip !== undefined && (
                <div className="pb-2">
                    <VideoPlayer title={thing.title} clip={thing.clip} />
                </div>
            )}
        </section>
    ));
}
