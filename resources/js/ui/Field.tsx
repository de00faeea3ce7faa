import {
    type InputHTMLAttributes,
    type ReactNode,
    type SelectHTMLAttributes,
    type TextareaHTMLAttributes,
    useId,
    useLayoutEffect,
    useRef,
} from 'react';

export const inputClass =
    'w-full rounded-md border border-edge bg-sheet px-3 py-2 text-ink placeholder:text-soft focus-visible:outline-offset-0 aria-invalid:border-accent';

/** Letters that a line and a text of several lines hold, unless said otherwise: the limits of the quiz document. */
const LINE = 500;
const PAGES = 20_000;

interface Labelled {
    label: string;
    hint?: ReactNode;
    error?: string | undefined;
    hideLabel?: boolean;
}

function Frame({ id, label, hint, error, hideLabel, children }: Labelled & { id: string; children: ReactNode }) {
    return (
        <div>
            <label htmlFor={id} className={hideLabel ? 'sr-only' : 'mb-1 block text-sm font-semibold'}>
                {label}
            </label>
            {children}
            {hint !== undefined && (
                <p id={`${id}-hint`} className="mt-1 text-sm text-soft">
                    {hint}
                </p>
            )}
            {error !== undefined && (
                <p id={`${id}-error`} className="mt-1 text-sm font-semibold text-accent">
                    {error}
                </p>
            )}
        </div>
    );
}

function described(id: string, hint: ReactNode, error: string | undefined) {
    const ids = [hint === undefined ? '' : `${id}-hint`, error === undefined ? '' : `${id}-error`].filter(Boolean).join(' ');
    return ids === '' ? {} : { 'aria-describedby': ids };
}

export function Field({
    label,
    hint,
    error,
    hideLabel = false,
    className = '',
    maxLength = LINE,
    ...rest
}: Labelled & InputHTMLAttributes<HTMLInputElement>) {
    const id = useId();
    return (
        <Frame id={id} label={label} hint={hint} error={error} hideLabel={hideLabel}>
            <input
                id={id}
                className={`${inputClass} ${className}`}
                aria-invalid={error !== undefined}
                maxLength={maxLength}
                {...described(id, hint, error)}
                {...rest}
            />
        </Frame>
    );
}

const growsByItself = typeof CSS !== 'undefined' && CSS.supports?.('field-sizing', 'content') === true;

/** A text of several lines that grows with what is written. */
export function Text({
    label,
    hint,
    error,
    hideLabel = false,
    className = '',
    maxLength = PAGES,
    rows = 2,
    ...rest
}: Labelled & TextareaHTMLAttributes<HTMLTextAreaElement>) {
    const id = useId();
    const area = useRef<HTMLTextAreaElement>(null);
    // biome-ignore lint/correctness/useExhaustiveDependencies: the height follows the text
    useLayoutEffect(() => {
        // Measuring lays the whole page out twice for every letter: only where the browser cannot do it by itself.
        if (area.current !== null && !growsByItself) {
            area.current.style.height = 'auto';
            area.current.style.height = `${area.current.scrollHeight + 2}px`;
        }
    }, [rest.value]);
    return (
        <Frame id={id} label={label} hint={hint} error={error} hideLabel={hideLabel}>
            <textarea
                ref={area}
                id={id}
                rows={rows}
                className={`${inputClass} resize-none [field-sizing:content] ${className}`}
                style={{ minHeight: `calc(${rows}lh + 1rem + 2px)` }}
                aria-invalid={error !== undefined}
                maxLength={maxLength}
                {...described(id, hint, error)}
                {...rest}
            />
        </Frame>
    );
}

/** Something that holds or does not, as a box to tick. */
export function Check({ label, checked, onChange }: { label: string; checked: boolean; onChange: (on: boolean) => void }) {
    return (
        <label className="flex items-center gap-2 text-sm">
            <input
                type="checkbox"
                className="size-5 accent-accent"
                checked={checked}
                onChange={(event) => onChange(event.currentTarget.checked)}
            />
            {label}
        </label>
    );
}

/** One of several, by the browser's own list. */
export function Select({
    label,
    hint,
    error,
    hideLabel = false,
    className = '',
    ...rest
}: Labelled & SelectHTMLAttributes<HTMLSelectElement>) {
    const id = useId();
    return (
        <Frame id={id} label={label} hint={hint} error={error} hideLabel={hideLabel}>
            <select
                id={id}
                className={`${inputClass} min-h-[42px] ${className}`}
                aria-invalid={error !== undefined}
                {...described(id, hint, error)}
                {...rest}
            />
        </Frame>
    );
}
