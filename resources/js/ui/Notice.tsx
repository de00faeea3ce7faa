import type { ReactNode } from 'react';

/** A sentence that has to be read: what happened, what is kept, what to do. */
export function Notice({ tone = 'yet', children }: { tone?: 'yet' | 'well'; children: ReactNode }) {
    const look = tone === 'well' ? 'border-well bg-well-tint' : 'border-yet bg-yet-tint';
    return (
        <div role="status" className={`rounded-md border-l-4 px-4 py-3 ${look}`}>
            {children}
        </div>
    );
}
