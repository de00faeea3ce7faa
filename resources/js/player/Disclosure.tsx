import { type ReactNode, useEffect, useRef } from 'react';

/** The row at the bottom, under the thumb; help is always at its left. */
export function Bar({ children }: { children: ReactNode }) {
    return (
        <div className="sticky bottom-0 flex flex-wrap items-center gap-3 border-t border-line bg-paper px-4 pt-3 pb-[max(0.75rem,env(safe-area-inset-bottom))] print:hidden">
            {children}
        </div>
    );
}

/** What unfolds below the question and pushes the answers down: a verdict, or help on its rails. */
export function Disclosure({ label, tone, children }: { label: string; tone: 'well' | 'yet' | 'rails'; children: ReactNode }) {
    const section = useRef<HTMLElement>(null);
    useEffect(() => {
        section.current?.focus({ preventScroll: true });
        section.current?.scrollIntoView?.({ block: 'nearest' });
    }, []);
    return (
        <section ref={section} tabIndex={-1} aria-label={label} className={`mt-4 animate-rise scroll-mb-24 outline-none ${tones[tone]}`}>
            {children}
        </section>
    );
}

const tones = {
    well: 'border-l-4 border-well pl-4',
    yet: 'border-l-4 border-yet pl-4',
    // Two rails, and the rungs between them.
    rails: 'border-x-4 border-rail',
};
