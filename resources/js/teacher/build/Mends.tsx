import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { client, sentence, take } from '../../api/client';
import type { Remarking } from '../../api/types';
import { short } from '../../quiz/document';
import { Button } from '../../ui/Button';
import { Notice } from '../../ui/Notice';
import { standingWords } from '../../ui/Standing';
import { near } from '../../ui/time';

/** The edition in use can be mended: keys, points and wording reach everybody at once, and old answers are marked again. */
export function Mends({ quiz, version, onMended }: { quiz: string; version: number; onMended: () => void }) {
    const queries = useQueryClient();
    const difference = useQuery({
        queryKey: ['difference', quiz, version],
        queryFn: () => take(client.GET('/quizzes/{quiz}/difference', { params: { path: { quiz } } })),
    });
    const made = useQuery({
        queryKey: ['corrections', quiz],
        queryFn: () => take(client.GET('/quizzes/{quiz}/corrections', { params: { path: { quiz } } })),
    });
    const [progress, setProgress] = useState<{ total: number; left: number } | null>(null);
    const [changes, setChanges] = useState<Remarking['changes'] | null>(null);
    const [error, setError] = useState<string | null>(null);

    const remark = async () => {
        const found: Remarking['changes'] = [];
        for (let left = 1; left > 0; ) {
            const slice = await take(client.POST('/quizzes/{quiz}/re-markings', { params: { path: { quiz } } }));
            left = slice.left;
            found.push(...slice.changes);
            setProgress({ total: slice.total, left });
        }
        setProgress(null);
        setChanges(found);
        await queries.invalidateQueries();
    };
    const run = async (step: () => Promise<unknown>) => {
        setError(null);
        setChanges(null);
        try {
            await step();
            onMended();
            await remark();
        } catch (problem) {
            setError(sentence(problem));
        }
    };
    const mends = difference.data?.mends ?? [];
    const inForce = (made.data ?? []).filter((one) => !one.takenBack);
    if (mends.length === 0 && inForce.length === 0 && changes === null) {
        return null;
    }
    return (
        <div className="grid gap-2 px-5 pb-3 text-sm">
            {mends.length > 0 && (
                <div className="flex flex-wrap items-center gap-3">
                    <p>
                        {difference.data?.structure === true
                            ? 'Some of what you changed is structure, which only a new edition can bring.'
                            : 'What you changed are mends: keys, points or wording.'}{' '}
                        {mends.length} {mends.length === 1 ? 'mend' : 'mends'} can reach the edition in use.
                    </p>
                    <Button onClick={() => void run(() => take(client.POST('/quizzes/{quiz}/mends', { params: { path: { quiz } } })))}>
                        Mend the edition in use
                    </Button>
                </div>
            )}
            {progress !== null && (
                <p role="status">
                    Marking again: {progress.total - progress.left} of {progress.total} rounds
                </p>
            )}
            {changes !== null && (
                <Notice tone="well">
                    Old answers were marked again.{' '}
                    {changes.length === 0
                        ? 'No standing changed.'
                        : changes
                              .slice(0, 6)
                              .map((change) => `${change.student}: ${standingWords[change.before]} → ${standingWords[change.after]}`)
                              .join('; ')}
                    {changes.length > 6 && ` and ${changes.length - 6} more`}
                </Notice>
            )}
            {error !== null && <Notice>{error}</Notice>}
            {inForce.length > 0 && (
                <details>
                    <summary className="font-semibold">
                        {inForce.length} {inForce.length === 1 ? 'mend' : 'mends'} in force
                    </summary>
                    <ul className="mt-1 grid gap-1">
                        {inForce.map((one) => (
                            <li key={one.id} className="flex flex-wrap items-center gap-2">
                                <span>
                                    {near(one.madeAt)}: “{words(one.before)}” became “{words(one.value)}”
                                </span>
                                <Button
                                    weight="quiet"
                                    onClick={() =>
                                        void run(() =>
                                            take(
                                                client.DELETE('/quizzes/{quiz}/corrections/{correction}', {
                                                    params: { path: { quiz, correction: one.id } },
                                                }),
                                            ),
                                        )
                                    }
                                >
                                    Take it back
                                </Button>
                            </li>
                        ))}
                    </ul>
                </details>
            )}
        </div>
    );
}

/** A value of the document in a few words. */
function words(value: unknown): string {
    if (value === null || value === undefined) {
        return 'nothing';
    }
    if (typeof value === 'boolean') {
        return value ? 'right' : 'not right';
    }
    const text =
        typeof value === 'object' && 'text' in value
            ? String(value.text)
            : typeof value === 'object'
              ? JSON.stringify(value)
              : String(value);
    return short(text, 60);
}
