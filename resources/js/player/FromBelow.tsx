import { type ReactNode, useEffect, useRef } from 'react';

/** The row at the bottom, under the thumb; help is always at its left. */
export function Bar({ children }: { children: ReactNode }) {
    return (
        <div className="sticky bottom-0 flex items-center gap-3 border-t border-line bg-paper px-4 pt-3 pb-[max(0.75rem,env(safe-area-inset-bottom))]">
            {children}
        </div>
    );
}

/** What slides up from below: the verdict or a rung, with the question still in sight above. */
export function FromBelow({ label, tone, children }: { label: string; tone: 'well' | 'yet'; children: ReactNode }) {
    const sheet = useRef<HTMLElement>(null);
    useEffect(() => {
        sheet.current?.focus({ preventScroll: true });
    }, []);
    return (
        <section
            ref={sheet}
            tabIndex={-1}
            aria-label={label}
            className={`sticky bottom-0 max-h-[72dvh] animate-rise overflow-y-auto rounded-t-lg border-t-4 bg-sheet px-4 pt-4 pb-[max(1rem,env(safe-area-inset-bottom))] shadow-[0_-6px_24px_rgb(0_0_0/0.14)] outline-none ${tone === 'well' ? 'border-well' : 'border-rail'}`}
        >
            {children}
        </section>
    );
}
