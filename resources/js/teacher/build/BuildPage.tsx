import { useQuery, useQueryClient } from '@tanstack/react-query';
import { Suspense, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { Link, useNavigate, useParams, useSearchParams } from 'react-router';
import { client, Refused, sentence, take } from '../../api/client';
import type { Forecast, Quiz, QuizDocument, VideoStop } from '../../api/types';
import { Cutaway } from '../../cutaway/Cutaway';
import { MediaKnown } from '../../player/media';
import { find } from '../../quiz/places';
import { useMediaKnown, useMediaStamp } from '../../richtext/media';
import { Notice } from '../../ui/Notice';
import { place } from '../../ui/place';
import { useUndo } from '../../ui/Undo';
import { say } from '../../words/words';
import { AddStops, Empty } from './AddStops';
import { BuildHeader } from './BuildHeader';
import { Corrections } from './Corrections';
import { Editor } from './Editor';
import { LeaveFinding } from './FindingNote';
import { ForecastList } from './ForecastList';
import { KeysPage } from './KeysPage';
import { MarkedBar } from './MarkedBar';
import { UnappliedChanges } from './UnappliedChanges';
import { useCarrying } from './useCarrying';
import { useDraft } from './useDraft';
import { useFindings } from './useFindings';
import { useOperations } from './useOperations';

const Bench = place(() => import('./bench/Bench'), 'Bench');

/** Where a quiz is built: the cutaway, and beside it what is selected. */
export function BuildPage() {
    const id = useParams().quiz ?? '';
    const known = useMediaKnown();
    const quiz = useQuery({
        queryKey: ['quiz', id],
        queryFn: () => take(client.GET('/quizzes/{quiz}', { params: { path: { quiz: id } } })) as Promise<Quiz>,
        staleTime: 0,
        gcTime: 0,
        refetchOnWindowFocus: false,
    });
    if (quiz.data === undefined) {
        return <main className="p-8">{quiz.error === null ? say('ui.one-moment') : <Notice>{sentence(quiz.error)}</Notice>}</main>;
    }
    return (
        <MediaKnown value={known}>
            <Builder key={id} quiz={quiz.data} />
        </MediaKnown>
    );
}

function Builder({ quiz }: { quiz: Quiz }) {
    const queries = useQueryClient();
    const onSaved = useCallback(() => {
        void queries.invalidateQueries({ queryKey: ['quizzes'] });
        void queries.invalidateQueries({ queryKey: ['today'] });
    }, [queries]);
    const { draft, ...shown } = useDraft(quiz, onSaved);
    const { document, saving } = shown;
    const [query, setQuery] = useSearchParams();
    // The address follows the selection, for coming back; it is not waited for.
    const [selected, setSelected] = useState(() => asked(quiz.document, query.get('at')));
    // On a narrow screen one of the two is seen.
    const [atPicture, setAtPicture] = useState(query.get('at') === null);
    const [far, setFar] = useState(false);
    const [keys, setKeys] = useState(false);
    const undo = useUndo();
    const [edition, setEdition] = useState({ number: quiz.edition, current: !quiz.changedSince });
    const [message, setMessage] = useState<{ tone: 'well' | 'yet'; words: string; isOut?: boolean } | null>(null);
    const [forecast, setForecast] = useState<Forecast | null>(null);
    const [saved, setSaved] = useState(quiz.version);
    const { open: findings, left, leave } = useFindings(quiz.id, saved, shown.findings);
    const navigate = useNavigate();

    const expected = useMemo(
        () =>
            forecast === null
                ? {}
                : {
                      at: (node: string) => <Expected often={forecast.places[node]} />,
                      share: (rung: string) => Math.min(1, forecast.places[rung] ?? 0),
                  },
        [forecast],
    );
    // A video that got captions, or another length, is another to the inspection.
    const media = useMediaStamp();
    const lookedAt = useRef(media);
    useEffect(() => {
        if (lookedAt.current !== media) {
            lookedAt.current = media;
            void draft.ask(true);
        }
    }, [media, draft]);
    // A forecast is of what is saved; one that is shown stays until the next is chosen.
    useEffect(() => {
        if (saving.state === 'saved') {
            setSaved(saving.version);
        }
    }, [saving]);

    const select = useCallback(
        (id: string | null) => {
            setSelected(id);
            setAtPicture(false);
            setQuery((now) => kept(now, id), { replace: true });
        },
        [setQuery],
    );
    const edit = useCallback(
        (next: QuizDocument) => {
            setEdition((now) => ({ ...now, current: false }));
            setMessage(null);
            // What was deleted is brought back by undoing: only while it is the newest step.
            undo.withdraw();
            draft.change(document, next);
        },
        [draft, document, undo],
    );
    const step = useCallback(
        async (what: 'undo' | 'redo') => {
            undo.withdraw();
            const why = await draft.step(what);
            setEdition((now) => ({ ...now, current: false }));
            setMessage(why === null ? null : { tone: 'yet', words: why });
        },
        [draft, undo],
    );
    const rehearse = async (from: string | null) => {
        if (!(await draft.save())) {
            setMessage({ tone: 'yet', words: notSaved });
            return;
        }
        await navigate(`/quizzes/${quiz.id}/rehearse${from === null ? '' : `?from=${from}`}`);
    };
    const carrying = useCarrying({ document, select, edit, tell: (words, tone) => setMessage({ tone, words }) });
    const operations = useOperations({
        document,
        selected,
        select,
        edit,
        step,
        rehearse: (from) => void rehearse(from),
        mark: carrying.mark,
    });
    useEffect(() => {
        const onKey = (event: KeyboardEvent) => {
            if (!(event.ctrlKey || event.metaKey) || event.altKey) {
                return;
            }
            if (event.key.toLowerCase() === 'z') {
                event.preventDefault();
                void step(event.shiftKey ? 'redo' : 'undo');
            } else if (event.key === '/') {
                event.preventDefault();
                setKeys(true);
            }
        };
        window.addEventListener('keydown', onKey);
        return () => window.removeEventListener('keydown', onKey);
    }, [step]);
    const publish = async () => {
        setMessage(null);
        if (!(await draft.save())) {
            setMessage({ tone: 'yet', words: notSaved });
            return;
        }
        try {
            const published = await take(client.POST('/quizzes/{quiz}/editions', { params: { path: { quiz: quiz.id } } }));
            setEdition({ number: published.edition, current: true });
            setMessage({ tone: 'well', words: say('build.build.edition-is-published', { edition: published.edition }), isOut: true });
            onSaved();
        } catch (problem) {
            const found =
                problem instanceof Refused ? problem.problem.findings?.filter((finding) => finding.severity === 'stops') : undefined;
            setMessage({ tone: 'yet', words: `${sentence(problem)} ${found?.[0]?.sentence ?? ''}`.trim() });
            const first = found?.find((finding) => finding.stop !== null);
            select(first?.at ?? first?.stop ?? null);
        }
    };
    const isEmpty = document.stops.length === 0 && document.sideStops.length === 0;
    const wantedBench = query.get('bench');
    const onBench = videoStop(document, wantedBench);
    const bench = (stop: string | null) => {
        const at = stop ?? selected;
        setAtPicture(false);
        setQuery({ ...(at === null ? {} : { at }), ...(stop === null ? {} : { bench: stop }) });
    };
    const editor = (
        <aside
            data-editor
            aria-label={say('build.build.what-is-selected')}
            className={`flex min-h-0 flex-col rounded-lg border border-line bg-paper lg:[contain:strict] ${atPicture ? 'max-lg:hidden' : ''}`}
            onKeyDown={operations.onEditorKey}
        >
            <LeaveFinding value={leave}>
                <Editor
                    document={document}
                    findings={findings}
                    left={left}
                    selected={selected}
                    change={edit}
                    select={select}
                    onRemove={operations.takeOut}
                    onRehearse={(stop) => void rehearse(stop)}
                    onPicture={() => setAtPicture(true)}
                    onBench={onBench === null ? bench : null}
                    forecast={
                        document.stops.length > 0 && <ForecastList quiz={quiz.id} version={saved} shown={forecast} onShow={setForecast} />
                    }
                />
            </LeaveFinding>
        </aside>
    );

    return (
        <main className="flex min-h-0 flex-col lg:h-full">
            <BuildHeader
                quiz={quiz.id}
                shown={shown}
                draft={draft}
                edition={edition}
                far={far}
                onFar={setFar}
                onWhole={() => select(null)}
                onStep={step}
                onRehearse={() => void rehearse(null)}
                onPublish={() => void publish()}
                onKeys={() => setKeys(true)}
            />
            <KeysPage open={keys} onOpen={setKeys} />
            <UnappliedChanges draft={draft} missed={shown.missed} />
            {message !== null && (
                <div className="px-5 pb-3">
                    <Notice tone={message.tone}>
                        {message.words}{' '}
                        {message.isOut === true && (
                            <Link className="font-semibold underline" to="/classes">
                                {say('build.build.give-it-to-a-class')}
                            </Link>
                        )}
                    </Notice>
                </div>
            )}
            {edition.number !== null && (
                <Corrections
                    quiz={quiz.id}
                    version={saving.state === 'saved' ? saving.version : 0}
                    onMended={async () => {
                        await draft.ask();
                        const now = await take(client.GET('/quizzes/{quiz}', { params: { path: { quiz: quiz.id } } }));
                        setEdition({ number: now.edition, current: !now.changedSince });
                    }}
                />
            )}
            {onBench === null ? (
                <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)] gap-3 px-5 pb-3 lg:grid-cols-[minmax(0,1fr)_28rem]">
                    <div className={`flex min-h-72 min-w-0 flex-col gap-2 ${atPicture ? '' : 'max-lg:hidden'}`}>
                        {isEmpty ? (
                            <Empty add={operations.add} onPattern={operations.addPattern} />
                        ) : (
                            <>
                                <div className="min-h-0">
                                    <Cutaway
                                        document={document}
                                        label={say('build.build.the-quiz-in-its-cutaway')}
                                        selected={selected}
                                        onSelect={select}
                                        far={far}
                                        findings={findings}
                                        onKey={operations.onKey}
                                        change={carrying.picture}
                                        {...expected}
                                    />
                                </div>
                                {carrying.marked.length > 0 ? (
                                    <MarkedBar
                                        document={document}
                                        marked={carrying.marked}
                                        edit={edit}
                                        select={select}
                                        onUnmark={carrying.unmark}
                                    />
                                ) : (
                                    <AddStops onAdd={operations.add} onAddSide={operations.addSide} onPattern={operations.addPattern} />
                                )}
                                {forecast !== null && (
                                    <p role="status" className="w-full text-sm">
                                        <b>{say('build.build.forecast')}</b> {forecast.sentence}{' '}
                                        <button type="button" className="underline" onClick={() => setForecast(null)}>
                                            {say('build.build.take-it-off-the-picture')}
                                        </button>
                                    </p>
                                )}
                            </>
                        )}
                    </div>
                    {editor}
                </div>
            ) : (
                <Suspense fallback={<p className="px-5">{say('ui.one-moment')}</p>}>
                    <Bench
                        key={onBench.id}
                        document={document}
                        stop={onBench}
                        selected={selected}
                        edit={edit}
                        select={select}
                        onAdd={operations.addCueAt}
                        onRemove={operations.takeOut}
                        onClose={() => bench(null)}
                        editor={editor}
                    />
                </Suspense>
            )}
        </main>
    );
}

/** The address with another selection; the bench stays open. */
function kept(now: URLSearchParams, at: string | null): Record<string, string> {
    const bench = now.get('bench');
    return { ...(at === null ? {} : { at }), ...(bench === null ? {} : { bench }) };
}

function videoStop(document: QuizDocument, id: string | null): VideoStop | null {
    const place = id === null ? null : find(document, id);
    return place?.kind === 'stop' && place.stop.kind === 'video' && place.stop.clip.media !== null ? place.stop : null;
}

const notSaved = say('build.build.what-you-changed-last-has');

/** How often a stop is come to in the mean, where that is not simply once. */
function Expected({ often = 0 }: { often: number | undefined }) {
    return Math.abs(often - 1) < 0.005 ? null : (
        <span className="rounded-sm bg-tint px-1 text-xs font-semibold" title={say('build.build.how-often-a-student-comes')}>
            {often < 0.995 ? `${Math.round(often * 100)} %` : `× ${often.toFixed(2)}`}
        </span>
    );
}

/** Where an address leads: a question that is a stop's own is where its stop is. */
function asked(document: QuizDocument, at: string | null): string | null {
    const place = at === null ? null : find(document, at);
    return place?.kind === 'stop' ? place.stop.id : at;
}
