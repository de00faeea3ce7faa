import type { ReactNode } from 'react';

/** A part of a report under its heading. */
export function PaperPart({ id, title, children }: { id: string; title: string; children: ReactNode }) {
    return (
        <section aria-labelledby={id}>
            <h2 id={id} className="mb-1 text-xl">
                {title}
            </h2>
            {children}
        </section>
    );
}

/** How a column of a report stands. */
export type PaperColumn = 'words' | 'number' | 'middle';

const standing: Record<PaperColumn, string> = {
    words: 'px-2 first:pl-0',
    number: 'px-2 text-right tabular-nums',
    middle: 'px-2 text-center',
};

/** The heads of a report's table: each its words and how its column stands. */
export function PaperHeads({ heads, children }: { heads: (readonly [string, PaperColumn])[]; children?: ReactNode }) {
    return (
        <thead>
            <tr className="border-b border-ink text-left align-bottom">
                {heads.map(([words, column]) => (
                    <th key={words} className={`${standing[column]} font-semibold first-letter:uppercase`}>
                        {words}
                    </th>
                ))}
                {children}
            </tr>
        </thead>
    );
}

/** A line of it, which stays on one page. */
export function PaperRow({ children }: { children: ReactNode }) {
    return <tr className="break-inside-avoid border-b border-line align-top">{children}</tr>;
}

export function PaperCell({ column = 'words', children }: { column?: PaperColumn; children: ReactNode }) {
    return <td className={`${standing[column]} py-0.5`}>{children}</td>;
}

/** Whom a line is about. */
export function PaperName({ children }: { children: ReactNode }) {
    return (
        <th scope="row" dir="auto" className="py-0.5 text-left font-normal break-words">
            {children}
        </th>
    );
}
