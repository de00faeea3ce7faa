import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/react-query';
import { Presentation } from 'lucide-react';
import { useCallback, useEffect, useRef, useState } from 'react';
import { Link, Navigate, useNavigate } from 'react-router';
import { client, Refused, sentence, take } from '../api/client';
import type { Mood, OwnSitting } from '../api/types';
import { Button, buttonClass } from '../ui/Button';
import { Notice } from '../ui/Notice';
import { again, useLive } from '../ui/useLive';
import { say } from '../words/words';
import { remember } from './BackToClass';
import { RoundUnderWay } from './RoundUnderWay';

/** A student's device while their class is led from the front: it stands where the class stands. */
export function TogetherPage() {
    const queries = useQueryClient();
    const navigate = useNavigate();
    const [channel, setChannel] = useState<string | null>(null);
    const heard = useLive(
        channel,
        useCallback(() => void queries.invalidateQueries({ queryKey: ['sitting'] }), [queries]),
    );
    const page = useQuery({
        queryKey: ['sitting'],
        queryFn: () => take(client.GET('/student/sitting')),
        refetchInterval: again(heard),
        refetchIntervalInBackground: false,
        placeholderData: keepPreviousData,
    });
    const sitting = page.data?.sitting ?? null;
    const last = useRef<string | null>(null);
    const id = page.data === undefined ? undefined : (sitting?.id ?? null);
    useEffect(() => {
        if (id !== undefined) {
            setChannel(id === null ? null : `sitting/${id}`);
            remember(id);
        }
    }, [id]);
    useEffect(() => {
        last.current = page.data?.round?.id ?? last.current;
    }, [page.data]);

    if (page.error instanceof Refused && page.error.problem.status === 401) {
        return <Navigate to="/join" replace />;
    }
    if (page.data === undefined) {
        return (
            <main className="mx-auto max-w-2xl p-6">
                <p>{page.error === null ? say('ui.one-moment') : sentence(page.error)}</p>
            </main>
        );
    }
    if (sitting === null) {
        return <Over round={last.current} />;
    }
    const goOut = async () => {
        await take(client.DELETE('/student/sittings/{sitting}/entry', { params: { path: { sitting: sitting.id } } }));
        remember(null);
        queries.removeQueries({ queryKey: ['sitting'] });
        await navigate('/me');
    };
    const leave = (
        <Button weight="quiet" onClick={() => void goOut()}>
            {say('student.together.go-out')}
        </Button>
    );
    const { round } = page.data;
    return (
        <div className="flex min-h-dvh flex-col">
            <HowItGoes sitting={sitting} />
            <div className="flex-1">
                {page.error !== null && <Notice>{say('student.together.no-connection')}</Notice>}
                {round === null || sitting.phase === 'gathering' ? (
                    <main className="mx-auto flex min-h-[70dvh] max-w-2xl flex-col px-4 py-6">
                        <div className="flex justify-end">{leave}</div>
                        <div className="flex flex-1 flex-col items-center justify-center text-center">
                            <Presentation size={72} strokeWidth={1.2} aria-hidden="true" className="text-soft" />
                            <h1 className="mt-4 text-3xl">{say('student.together.you-are-in', { class: sitting.class })}</h1>
                            <p className="mt-2 text-lg text-soft" role="status">
                                {sitting.shut ? say('student.together.shut') : say('player.board.look-at-the-board')}
                            </p>
                        </div>
                    </main>
                ) : (
                    <RoundUnderWay key={round.id} round={round.id} stands={round} leave={leave} />
                )}
            </div>
        </div>
    );
}

const moods: Mood[] = ['with', 'lost'];

/** At any moment a student says how it goes for them. The teacher sees how many, and not who. */
function HowItGoes({ sitting }: { sitting: NonNullable<OwnSitting['sitting']> }) {
    const [said, setSaid] = useState<Mood | null>(sitting.mood);
    const tell = async (mood: Mood) => {
        const before = said;
        setSaid(mood);
        try {
            await take(client.PUT('/student/sittings/{sitting}/mood', { params: { path: { sitting: sitting.id } }, body: { mood } }));
        } catch {
            setSaid(before);
        }
    };
    return (
        <aside className="sticky top-0 z-10 border-b border-line bg-sheet" aria-label={say('student.together.how-it-goes')}>
            <div className="mx-auto flex max-w-2xl flex-wrap items-center gap-2 px-4 py-1">
                <p className="mr-auto text-sm text-soft">{say('student.together.how-it-goes')}</p>
                {moods.map((mood) => (
                    <Button
                        key={mood}
                        className={`min-h-11 ${said === mood ? 'border-ink bg-tint' : ''}`}
                        aria-pressed={said === mood}
                        onClick={() => void tell(mood)}
                    >
                        {say('student.together.mood', { mood })}
                    </Button>
                ))}
                {sitting.quick !== null && (
                    <Link className={buttonClass('plain')} to="/me">
                        {say('student.together.for-the-quick', { title: sitting.quick.title })}
                    </Link>
                )}
            </div>
        </aside>
    );
}

/** The sitting is over: the task goes on as homework, if it is open. */
function Over({ round }: { round: string | null }) {
    return (
        <main className="mx-auto flex min-h-dvh max-w-2xl flex-col justify-center gap-4 px-4 py-6 text-center">
            <h1 className="text-3xl" role="status">
                {say('student.together.it-is-over')}
            </h1>
            {round !== null && (
                <Link className={buttonClass('main', true)} to={`/walk/${round}`}>
                    {say('student.together.go-on-alone')}
                </Link>
            )}
            <Link className={buttonClass('plain', true)} to="/me">
                {say('student.round.to-my-page')}
            </Link>
        </main>
    );
}
