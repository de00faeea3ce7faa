import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { client, sentence, take } from '../../api/client';
import type { History, Quiz, QuizDocument } from '../../api/types';
import { Cutaway } from '../../cutaway/Cutaway';
import { difference } from '../../quiz/difference';
import { Button, buttonClass } from '../../ui/Button';
import { Notice } from '../../ui/Notice';
import { clock, day, exact } from '../../ui/time';
import { ulid } from '../../ui/ulid';
import { say } from '../../words/words';

type Entry = History['entries'][number];

/** A change as the diary tells it: "Undone: option C of stop 3 reworded". */
function told({ kind, label }: Entry): string {
    return kind === 'undone' || kind === 'redone' ? say(`build.history.${kind}`, { label }) : label;
}

/** How a quiz came to be, as a diary, the newest first; any moment can be looked at and brought back. */
export function HistoryPage() {
    const id = useParams().quiz ?? '';
    const params = { path: { quiz: id } };
    const quiz = useQuery({
        queryKey: ['quiz', id],
        queryFn: () => take(client.GET('/quizzes/{quiz}', { params })) as Promise<Quiz>,
        staleTime: 0,
        gcTime: 0,
    });
    const [pages, setPages] = useState<Entry[]>([]);
    const [more, setMore] = useState(false);
    const newest = useQuery({
        queryKey: ['history', id],
        queryFn: () => take(client.GET('/quizzes/{quiz}/history', { params })),
        staleTime: 0,
        gcTime: 0,
    });
    const [chosen, setChosen] = useState<number | null>(null);
    const moment = useQuery({
        queryKey: ['moment', id, chosen],
        queryFn: () =>
            take(client.GET('/quizzes/{quiz}/history/{number}', { params: { path: { quiz: id, number: String(chosen) } } })) as Promise<{
                document: QuizDocument;
            }>,
        enabled: chosen !== null,
        placeholderData: (earlier) => earlier,
    });
    const [error, setError] = useState<string | null>(null);
    const [selected, setSelected] = useState<string | null>(null);
    const navigate = useNavigate();

    if (quiz.data === undefined || newest.data === undefined) {
        const problem = quiz.error ?? newest.error;
        return <main className="p-8">{problem === null ? say('ui.one-moment') : <Notice>{sentence(problem)}</Notice>}</main>;
    }
    const entries = [...newest.data.entries, ...pages];
    const hasMore = pages.length === 0 ? newest.data.more : more;
    const shown = chosen === null ? quiz.data.document : (moment.data?.document ?? quiz.data.document);
    const entry = entries.find((one) => one.number === chosen);

    const loadMore = async () => {
        try {
            const next = await take(
                client.GET('/quizzes/{quiz}/history', { params: { ...params, query: { before: entries.at(-1)?.from ?? 1 } } }),
            );
            setPages([...pages, ...next.entries]);
            setMore(next.more);
        } catch (problem) {
            setError(sentence(problem));
        }
    };
    const bringBack = async () => {
        if (chosen === null || moment.data === undefined) {
            return;
        }
        setError(null);
        try {
            const now = (await take(client.GET('/quizzes/{quiz}', { params }))) as Quiz;
            const edits = difference(now.document, moment.data.document);
            if (edits.length > 0) {
                const label =
                    entry === undefined
                        ? say('build.history.the-beginning-brought-back')
                        : say('build.history.brought-back-as-after', { label: entry.label });
                await take(
                    client.POST('/quizzes/{quiz}/changes', {
                        params,
                        body: { id: ulid(), version: now.version, label: label.slice(0, 200), edits },
                    }),
                );
            }
            await navigate(`/quizzes/${id}`);
        } catch (problem) {
            setError(sentence(problem));
        }
    };

    return (
        <main className="flex min-h-0 flex-col lg:h-full">
            <div className="flex flex-wrap items-center gap-x-4 gap-y-2 px-5 py-3">
                <h1 className="truncate text-xl">{say('build.history.history-of', { title: quiz.data.title })}</h1>
                <div className="ml-auto flex gap-2">
                    <Link className={buttonClass('quiet')} to={`/quizzes/${id}`}>
                        {say('build.history.back-to-building')}
                    </Link>
                    <Button
                        weight="main"
                        disabled={chosen === null || moment.data === undefined || moment.isPlaceholderData}
                        onClick={() => void bringBack()}
                    >
                        {say('build.history.bring-this-back')}
                    </Button>
                </div>
            </div>
            {error !== null && (
                <div className="px-5 pb-3">
                    <Notice>{error}</Notice>
                </div>
            )}
            <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)] gap-3 px-5 pb-4 lg:grid-cols-[minmax(0,1fr)_24rem]">
                <section className="flex min-h-72 min-w-0 flex-col gap-2" aria-label={say('build.history.the-quiz-at-that-moment')}>
                    <p role="status" className="text-sm">
                        {chosen === null
                            ? say('build.history.as-it-is-now')
                            : entry === undefined
                              ? say('build.history.as-it-was-at-the')
                              : say('build.history.as-it-was-after', { label: entry.label, when: exact(entry.at) })}
                    </p>
                    <div className="min-h-0 flex-1">
                        {shown.stops.length === 0 && shown.sideStops.length === 0 ? (
                            <p className="text-soft">{say('build.history.there-were-no-stops-yet')}</p>
                        ) : (
                            <Cutaway
                                document={shown}
                                label={say('build.history.the-quiz-at-that-moment')}
                                selected={selected}
                                onSelect={setSelected}
                                findings={[]}
                            />
                        )}
                    </div>
                </section>
                <nav
                    aria-label={say('build.history.changes')}
                    className="min-h-0 overflow-y-auto rounded-lg border border-line bg-paper p-3 max-lg:order-first max-lg:max-h-72"
                >
                    <ol className="grid gap-0.5">
                        {entries.map((one, index) => (
                            <li key={one.number}>
                                {day(one.at) !== day(entries[index - 1]?.at ?? '') && (
                                    <h2 className="px-2 pt-3 pb-1 text-sm text-soft">{day(one.at)}</h2>
                                )}
                                <button
                                    type="button"
                                    aria-current={one.number === chosen ? 'true' : undefined}
                                    className="flex w-full gap-3 rounded-md px-2 py-1.5 text-left hover:bg-tint aria-[current]:bg-tint aria-[current]:font-semibold"
                                    disabled={!one.applied}
                                    onClick={() => setChosen(one.number)}
                                >
                                    <span className="tabular-nums text-soft" title={exact(one.at)}>
                                        {clock(one.at)}
                                    </span>
                                    <span className="min-w-0">
                                        {told(one)}
                                        {!one.applied && <span className="text-soft"> {say('build.history.did-not-fit-and-did')}</span>}
                                    </span>
                                </button>
                            </li>
                        ))}
                        <li>
                            {hasMore ? (
                                <Button weight="quiet" onClick={() => void loadMore()}>
                                    {say('build.history.earlier')}
                                </Button>
                            ) : (
                                <button
                                    type="button"
                                    aria-current={chosen === 0 ? 'true' : undefined}
                                    className="w-full rounded-md px-2 py-1.5 text-left hover:bg-tint aria-[current]:bg-tint aria-[current]:font-semibold"
                                    onClick={() => setChosen(0)}
                                >
                                    {say('build.history.the-beginning')}
                                </button>
                            )}
                        </li>
                    </ol>
                </nav>
            </div>
        </main>
    );
}
