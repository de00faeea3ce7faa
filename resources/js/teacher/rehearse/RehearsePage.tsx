import { useQuery } from '@tanstack/react-query';
import { useEffect, useMemo, useState } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import { client, sentence, take } from '../../api/client';
import type { Conversation, Quiz, RehearsedBy } from '../../api/types';
import { Cutaway } from '../../cutaway/Cutaway';
import { Player } from '../../player/Player';
import { type Asking, useAsking } from '../../player/useAsking';
import { short, stopName } from '../../quiz/names';
import { find } from '../../quiz/places';
import { Button, buttonClass } from '../../ui/Button';
import { Notice } from '../../ui/Notice';
import { say } from '../../words/words';
import { Trace } from './Trace';
import { type Moment, termsOf, type Under, useRehearsal } from './useRehearsal';

const under: Under[] = ['suggested', 'learn', 'check', 'starter', 'exit-check'];

const students = ['never-slips', 'slips-half', 'always-slips', 'secure', 'middling', 'struggling'] as const;

const moments: Moment[] = ['now', 'coming-back', 'closed', 'released'];

const choice = 'min-h-9 rounded-md border border-edge bg-sheet px-1 text-sm';

/** A walk is played through in about so many milliseconds, however long it is. */
const PLAYED_IN = 4000;

/** The teacher walks the quiz as a student, or lets somebody walk it, from any stop. Nothing is recorded. */
export function RehearsePage() {
    const id = useParams().quiz ?? '';
    const [query, setQuery] = useSearchParams();
    const quiz = useQuery({
        queryKey: ['rehearsed', id],
        queryFn: () => take(client.GET('/quizzes/{quiz}', { params: { path: { quiz: id } } })) as Promise<Quiz>,
        staleTime: 0,
    });
    const [given, setGiven] = useState<Under>('suggested');
    const terms = useMemo(() => (quiz.data === undefined ? null : termsOf(quiz.data.document, given)), [quiz.data, given]);
    const walk = useRehearsal(id, query.get('from'), terms);
    const asking = useAskingOfQuiz(id);
    const [who, setWho] = useState<RehearsedBy>('slips-half');
    const [picked, setPicked] = useState<string | null>(null);
    const { shown, play, show } = usePlay(walk.told?.path.length ?? 0);
    const view = walk.told?.view ?? null;
    const problem = walk.message ?? (quiz.error === null ? null : sentence(quiz.error));

    // One key each: right, a slip, help.
    const { as, busy } = walk;
    useEffect(() => {
        const onKey = (event: KeyboardEvent) => {
            const wanted = ({ KeyR: 'right', KeyW: 'slip', KeyL: 'help' } as const)[event.code as 'KeyR'];
            if (event.altKey && !event.ctrlKey && !event.metaKey && !event.repeat && wanted !== undefined) {
                event.preventDefault();
                void as(wanted);
            }
        };
        window.addEventListener('keydown', onKey);
        return () => window.removeEventListener('keydown', onKey);
    }, [as]);

    const here = walk.told?.path[shown] ?? null;
    const stop = picked === null || quiz.data === undefined ? undefined : find(quiz.data.document, picked)?.stop;
    return (
        <main className="flex h-full min-h-0 flex-col">
            <div className="flex flex-wrap items-center gap-x-3 gap-y-2 bg-tint px-5 py-2">
                <h1 className="text-lg">{say('teacher.rehearse.rehearsal')}</h1>
                <p className="text-sm">{say('teacher.rehearse.you-walk-as-a-student')}</p>
                <div className="ml-auto flex flex-wrap gap-2">
                    <select
                        className={choice}
                        aria-label={say('teacher.rehearse.under-which-terms')}
                        value={given}
                        onChange={(event) => setGiven(event.currentTarget.value as Under)}
                    >
                        {under.map((one) => (
                            <option key={one} value={one}>
                                {say('teacher.rehearse.terms', { under: one })}
                            </option>
                        ))}
                    </select>
                    <Button onClick={() => void walk.back()} disabled={busy || walk.steps.length === 0}>
                        {say('teacher.rehearse.one-step-back')}
                    </Button>
                    <Button onClick={() => void walk.again()} disabled={busy}>
                        {say('teacher.rehearse.from-the-beginning')}
                    </Button>
                    <Link className={buttonClass('main')} to={`/quizzes/${id}${here === null ? '' : `?at=${here}`}`}>
                        {say('teacher.rehearse.back-to-building')}
                    </Link>
                </div>
            </div>
            <div className="flex flex-wrap items-center gap-2 border-b border-line px-5 py-2">
                {(['right', 'slip', 'help'] as const).map((one) => (
                    <Button key={one} disabled={busy || view?.finished !== false} onClick={() => void as(one)}>
                        {say('teacher.rehearse.step', { as: one })}
                        <kbd className="font-sans text-xs font-normal text-soft max-lg:hidden">
                            {say('teacher.rehearse.step-key', { as: one })}
                        </kbd>
                    </Button>
                ))}
                <span className="mx-2 h-6 w-px bg-line" aria-hidden="true" />
                <select
                    className={choice}
                    aria-label={say('teacher.rehearse.a-made-up-student')}
                    value={who}
                    onChange={(event) => setWho(event.currentTarget.value as RehearsedBy)}
                >
                    {students.map((one) => (
                        <option key={one} value={one}>
                            {say(`teacher.rehearse.student.${one}`)}
                        </option>
                    ))}
                </select>
                <Button
                    disabled={busy || view?.finished !== false}
                    onClick={async () => {
                        const from = walk.told?.path.length ?? 1;
                        if ((await walk.toEnd(who)) !== null) {
                            play(from - 1);
                        }
                    }}
                >
                    {say('teacher.rehearse.walks-to-the-end')}
                </Button>
                {view?.finished === true && (
                    <>
                        <select
                            className={choice}
                            aria-label={say('teacher.rehearse.looked-at-when')}
                            value={walk.moment}
                            onChange={(event) => void walk.look(event.currentTarget.value as Moment)}
                        >
                            {moments.map((moment) => (
                                <option key={moment} value={moment}>
                                    {say(`teacher.rehearse.moment.${moment}`)}
                                </option>
                            ))}
                        </select>
                        <Button disabled={busy} onClick={() => void walk.nextRound()}>
                            {say('teacher.rehearse.a-further-round')}
                        </Button>
                        <Button disabled={busy} onClick={() => play(0)}>
                            {say('teacher.rehearse.play-it-through')}
                        </Button>
                    </>
                )}
                {walk.earlier.length > 0 && (
                    <p className="text-sm text-soft">{say('teacher.rehearse.round', { number: walk.earlier.length + 1 })}</p>
                )}
            </div>
            <div className="grid min-h-0 flex-1 lg:grid-cols-[minmax(22rem,28rem)_minmax(0,1fr)]">
                <div className="rehearsal min-h-0 overflow-y-auto border-r border-line">
                    {view === null ? (
                        <div className="p-5">{problem === null ? say('ui.one-moment') : <Notice>{problem}</Notice>}</div>
                    ) : (
                        <Player
                            view={view}
                            busy={busy}
                            kept={false}
                            send={(step) => void walk.send(step)}
                            notice={walk.message === null ? null : <Notice>{walk.message}</Notice>}
                            leave={null}
                            asking={asking}
                            ending={<p className="text-soft">{say('teacher.rehearse.here-the-student-is-told')}</p>}
                        />
                    )}
                </div>
                {quiz.data !== undefined && (
                    <div className="grid min-h-0 grid-rows-[minmax(0,3fr)_auto_minmax(8rem,2fr)] gap-2 p-3 max-lg:hidden">
                        <div className="min-h-0">
                            <Cutaway
                                document={quiz.data.document}
                                label={say('teacher.rehearse.where-the-rehearsal-is')}
                                selected={picked ?? here}
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
                        <div className="min-h-0">
                            {stop !== undefined && stop !== null && (
                                <Button
                                    onClick={() => {
                                        setPicked(null);
                                        setQuery({ from: stop.id }, { replace: true });
                                    }}
                                >
                                    {say('teacher.rehearse.walk-from', { name: short(stopName(stop), 50) })}
                                </Button>
                            )}
                        </div>
                        {walk.told !== null && (
                            <Trace
                                trace={walk.told.trace}
                                path={walk.told.path}
                                shown={shown}
                                onShow={(event) => {
                                    setPicked(null);
                                    show(event);
                                }}
                            />
                        )}
                    </div>
                )}
            </div>
        </main>
    );
}

/** What whoever rehearses asks the quiz's teacher, who may be the same; a teacher's own words are what is asked here. */
function useAskingOfQuiz(quiz: string): Asking {
    const params = { params: { path: { quiz } } };
    const asAsked = (all: Conversation[]) =>
        all
            .filter(({ who }) => who === null)
            .map((one) => ({ ...one, messages: one.messages.map((message) => ({ ...message, own: !message.own })) }));
    return useAsking(
        quiz,
        async () => asAsked(await take(client.GET('/quizzes/{quiz}/conversations', params))),
        async (body) => asAsked(await take(client.POST('/quizzes/{quiz}/conversations', { ...params, body }))),
        () => undefined,
    );
}

/** Which event of a walk is shown: the last one, one that was chosen, or one after the other while it is played. */
function usePlay(events: number) {
    const [at, setAt] = useState<number | null>(null);
    const [playing, setPlaying] = useState(false);
    // biome-ignore lint/correctness/useExhaustiveDependencies: another walk is shown where it stands
    useEffect(() => {
        if (!playing) {
            setAt(null);
        }
    }, [events]);
    useEffect(() => {
        if (!playing || at === null) {
            return;
        }
        if (at >= events - 1) {
            setPlaying(false);
            setAt(null);
            return;
        }
        const next = setTimeout(() => setAt(at + 1), Math.max(40, PLAYED_IN / Math.max(1, events)));
        return () => clearTimeout(next);
    }, [playing, at, events]);
    return {
        shown: Math.min(at ?? events - 1, events - 1),
        show: (event: number) => {
            setPlaying(false);
            setAt(event);
        },
        play: (from: number) => {
            setAt(from);
            setPlaying(!window.matchMedia('(prefers-reduced-motion: reduce)').matches);
        },
    };
}
