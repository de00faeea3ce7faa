import { type ReactNode, useSyncExternalStore } from 'react';

const listeners = new Set<() => void>();

const key = (name: string) => `fold.${name}`;

/** Whether a part was left open or closed on this device; null where it was not touched. */
function remembered(name: string): boolean | null {
    try {
        const kept = localStorage.getItem(key(name));
        return kept === null ? null : kept === 'open';
    } catch {
        return null;
    }
}

/** Opens or closes a part, here and wherever it stands next. */
export function fold(name: string, open: boolean): void {
    try {
        localStorage.setItem(key(name), open ? 'open' : 'closed');
    } catch {
        // It is as it was the next time.
    }
    for (const listener of listeners) {
        listener();
    }
}

/** A key, shown where it works. */
function Key({ children }: { children: string }) {
    return <kbd className="ml-auto font-sans text-xs font-normal whitespace-nowrap text-soft max-lg:hidden">{children}</kbd>;
}

/** A part of an editor that folds, and is as it was left the next time. */
export function Fold({
    name,
    heading,
    keys,
    summary,
    open = true,
    children,
}: {
    name: string;
    heading: string;
    /** The key that leads into it. */
    keys?: string;
    /** What is in it, where it is closed. */
    summary?: string;
    /** Whether it is open as long as nobody folded it. */
    open?: boolean;
    children: ReactNode;
}) {
    const isOpen =
        useSyncExternalStore(
            (listener) => {
                listeners.add(listener);
                return () => listeners.delete(listener);
            },
            () => remembered(name),
        ) ?? open;
    return (
        <details
            open={isOpen}
            className="border-t border-line pt-2"
            onToggle={(event) => {
                if (event.currentTarget.open !== isOpen) {
                    fold(name, event.currentTarget.open);
                }
            }}
        >
            <summary className="mb-1 flex items-baseline gap-2 text-sm font-semibold marker:content-none">
                <span aria-hidden="true" className="inline-block w-3 text-soft">
                    {isOpen ? '▾' : '▸'}
                </span>
                {heading}
                {!isOpen && summary !== undefined && summary !== '' && (
                    <span className="min-w-0 truncate font-normal text-soft">{summary}</span>
                )}
                {keys !== undefined && <Key>{keys}</Key>}
            </summary>
            {isOpen && <div className="grid gap-3 pb-2">{children}</div>}
        </details>
    );
}
