import { useQuery } from '@tanstack/react-query';
import { useCallback, useEffect, useState } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import { client, sentence, take } from '../../api/client';
import type { Quiz, RoundView } from '../../api/types';
import { Cutaway } from '../../cutaway/Cutaway';
import { Player, type Step } from '../../player/Player';
import { short, stopName } from '../../quiz/names';
import { find } from '../../quiz/places';
import { Button, buttonClass } from '../../ui/Button';
import { Notice } from '../../ui/Notice';
import { say } from '../../words/words';

/** The teacher walks the quiz as a student, from any stop. Nothing is recorded. */
export function RehearsePage() {
    const id = useParams().quiz ?? '';
    const [query, setQuery] = useSearchParams();
    const from = query.get('from');
    const quiz = useQuery({
        queryKey: ['rehearsed', id],
        queryFn: () => take(client.GET('/quizzes/{quiz}', { params: { path: { quiz: id } } })) as Promise<Quiz>,
        staleTime: 0,
    });
    const [steps, setSteps] = useState<Step[]>([]);
    const [view, setView] = useState<RoundView | null>(null);
    const [busy, setBusy] = useState(false);
    const [message, setMessage] = useState<string | null>(null);
    const [picked, setPicked] = useState<string | null>(null);

    const walk = useCallback(
        async (events: Step[]) => {
            setBusy(true);
            setMessage(null);
            try {
                setView(await take(client.POST('/quizzes/{quiz}/rehearsals', { params: { path: { quiz: id } }, body: { from, events } })));
                setSteps(events);
            } catch (problem) {
                setMessage(sentence(problem));
            }
            setBusy(false);
        },
        [from, id],
    );
    useEffect(() => {
        void walk([]);
    }, [walk]);
    const send = useCallback((step: Step) => void walk([...steps, step]), [steps, walk]);

    const place = view?.place;
    const here =
        place !== undefined && 'frame' in place ? place.frame : place?.kind === 'finish' ? quiz.data?.document.finishes[0]?.id : undefined;
    const stop = picked === null || quiz.data === undefined ? undefined : find(quiz.data.document, picked)?.stop;
    return (
        <main className="flex h-full min-h-0 flex-col">
            <div className="flex flex-wrap items-center gap-3 bg-tint px-5 py-2">
                <h1 className="text-lg">{say('teacher.rehearse.rehearsal')}</h1>
                <p className="text-sm">{say('teacher.rehearse.you-walk-as-a-student')}</p>
                <div className="ml-auto flex gap-2">
                    <Button onClick={() => void walk(steps.slice(0, -1))} disabled={busy || steps.length === 0}>
                        {say('teacher.rehearse.one-step-back')}
                    </Button>
                    <Button onClick={() => void walk([])} disabled={busy}>
                        {say('teacher.rehearse.from-the-beginning')}
                    </Button>
                    <Link className={buttonClass('main')} to={`/quizzes/${id}${here === undefined ? '' : `?at=${here}`}`}>
                        {say('teacher.rehearse.back-to-building')}
                    </Link>
                </div>
            </div>
            <div className="grid min-h-0 flex-1 lg:grid-cols-[minmax(22rem,28rem)_minmax(0,1fr)]">
                <div className="rehearsal min-h-0 overflow-y-auto border-r border-line">
                    {view === null ? (
                        <div className="p-5">{message === null ? say('ui.one-moment') : <Notice>{message}</Notice>}</div>
                    ) : (
                        <Player
                            view={view}
                            busy={busy}
                            kept={false}
                            send={send}
                            notice={message === null ? null : <Notice>{message}</Notice>}
                            leave={null}
                            ending={<p className="text-soft">{say('teacher.rehearse.here-the-student-is-told')}</p>}
                        />
                    )}
                </div>
                {quiz.data !== undefined && (
                    <div className="flex min-h-0 flex-col gap-2 p-3 max-lg:hidden">
                        <div className="min-h-0 flex-1">
                            <Cutaway
                                document={quiz.data.document}
                                label={say('teacher.rehearse.where-the-rehearsal-is')}
                                selected={picked ?? here ?? null}
                                onSelect={setPicked}
                                at={(node) =>
                                    node === here ? (
                                        <span
                                            className="inline-block size-3.5 rounded-full bg-accent"
                                            title={say('teacher.rehearse.you-are-here')}
                                        />
                                    ) : null
                                }
                            />
                        </div>
                        {stop !== undefined && stop !== null && (
                            <Button
                                className="self-start"
                                onClick={() => {
                                    setPicked(null);
                                    setQuery({ from: stop.id }, { replace: true });
                                }}
                            >
                                {say('teacher.rehearse.walk-from', { name: short(stopName(stop), 50) })}
                            </Button>
                        )}
                    </div>
                )}
            </div>
        </main>
    );
}
