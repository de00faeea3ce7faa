import { useState } from 'react';
import { say } from '../../words/words';

export interface Sorting {
    key: string;
    down: boolean;
}

/** A column by which rows can be sorted: up, down, and back to how they were. */
export function useSorting() {
    const [sorting, setSorting] = useState<Sorting | null>(null);
    const turn = (key: string) => setSorting((now) => (now?.key !== key ? { key, down: false } : now.down ? null : { key, down: true }));
    return { sorting, turn };
}

/** By the alphabet, and numbers in words by their size: “Student 2” before “Student 10”. */
export const byWords = (a: string, b: string) => a.localeCompare(b, undefined, { numeric: true });

/** A name as lists are sorted by it: the last name first. */
export function lastNameFirst(name: string): string {
    const words = name.trim().split(/\s+/);
    return [...words.slice(-1), ...words.slice(0, -1)].join(' ');
}

/** The rows in the order that was chosen, by what the column says of each; what cannot be told comes last. */
export function sorted<T>(rows: T[], sorting: Sorting | null, value: ((row: T) => number | string | null) | undefined): T[] {
    if (sorting === null || value === undefined) {
        return rows;
    }
    const way = sorting.down ? -1 : 1;
    return [...rows].sort((a, b) => {
        const [first, second] = [value(a), value(b)];
        if (first === null || second === null) {
            return first === second ? 0 : first === null ? 1 : -1;
        }
        return way * (typeof first === 'string' || typeof second === 'string' ? byWords(String(first), String(second)) : first - second);
    });
}

interface HeadProps {
    of: string;
    words: string;
    /** What the words are short for. */
    whole?: string | undefined;
    sorting: Sorting | null;
    turn: (key: string) => void;
    className?: string;
}

/** The head of a column, a button that sorts by it. */
export function SortHead({ of, words, whole, sorting, turn, className = '' }: HeadProps) {
    const down = sorting?.key === of ? sorting.down : null;
    return (
        <th className={`py-2 font-normal ${className}`} aria-sort={down === null ? 'none' : down ? 'descending' : 'ascending'}>
            <button
                type="button"
                className="min-w-7 rounded-sm [text-align:inherit] underline decoration-edge underline-offset-2 hover:bg-tint"
                title={whole}
                aria-label={whole === undefined ? undefined : say('teacher.sorting.sort-by', { whole })}
                onClick={() => turn(of)}
            >
                {words}
                {down !== null && (down ? ' ↓' : ' ↑')}
            </button>
        </th>
    );
}
