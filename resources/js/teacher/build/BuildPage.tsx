import { useQuery, useQueryClient } from '@tanstack/react-query';
import { Redo2, Undo2 } from 'lucide-react';
import { type KeyboardEvent, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { Link, useNavigate, useParams, useSearchParams } from 'react-router';
import { client, Refused, sentence, take } from '../../api/client';
import type { Forecast, Quiz, QuizDocument, Rung, Stop } from '../../api/types';
import { Cutaway } from '../../cutaway/Cutaway';
import { addRung, insertStop, move, remove } from '../../quiz/document';
import { stopKinds, stopWithin, stopWords } from '../../quiz/kinds';
import { newRung, newStop } from '../../quiz/making';
import { short, stopName } from '../../quiz/names';
import { find } from '../../quiz/places';
import { Button, buttonClass } from '../../ui/Button';
import { Notice } from '../../ui/Notice';
import { Switch } from '../../ui/Switch';
import { useUndo } from '../../ui/Undo';
import { say } from '../../words/words';
import { Corrections } from './Corrections';
import type { Saving } from './draft';
import { Editor } from './Editor';
import { LeaveFinding } from './FindingNote';
import { ForecastList } from './ForecastList';
import { UnappliedChanges } from './UnappliedChanges';
import { useDraft } from './useDraft';
import { useFindings } from './useFindings';

/** Where a quiz is built: the cutaway, and beside it what is selected. */
export function BuildPage() {
    const id = useParams().quiz ?? '';
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
    return <Builder key={id} quiz={quiz.data} />;
}

const savingWords: Record<Saving['state'], string> = {
    saved: say('build.build.all-is-saved'),
    saving: say('build.build.saving'),
    waiting: say('build.build.kept-on-this-device-saving'),
    refused: say('build.build.not-saved'),
};

function Builder({ quiz }: { quiz: Quiz }) {
    const queries = useQueryClient();
    const onSaved = useCallback(() => {
        void queries.invalidateQueries({ queryKey: ['quizzes'] });
        void queries.invalidateQueries({ queryKey: ['today'] });
    }, [queries]);
    const { document, saving, draft, ...changes } = useDraft(quiz, onSaved);
    const [query, setQuery] = useSearchParams();
    // The address follows the selection, for coming back; it is not waited for.
    const [selected, setSelected] = useState(query.get('at'));
    const [far, setFar] = useState(false);
    const undo = useUndo();
    const [edition, setEdition] = useState({ number: quiz.edition, current: !quiz.changedSince });
    const [message, setMessage] = useState<{ tone: 'well' | 'yet'; words: string } | null>(null);
    const [forecast, setForecast] = useState<Forecast | null>(null);
    const [saved, setSaved] = useState(quiz.version);
    const { open: findings, left, leave } = useFindings(quiz.id, saved, changes.findings);
    const [forkOf, setForkOf] = useState<string | null>(null);
    // What was only just added: the cursor goes into its text.
    const [fresh, setFresh] = useState<string | null>(null);
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
    // A forecast is of what is saved; one that is shown stays until the next is chosen.
    useEffect(() => {
        if (saving.state === 'saved') {
            setSaved(saving.version);
        }
    }, [saving]);

    // The key for a fork opens what follows the first answer, once its editor stands beside the picture.
    useEffect(() => {
        if (forkOf !== null && forkOf === selected) {
            const fork = window.document.querySelector<HTMLSelectElement>('[data-fork]');
            fork?.closest('details')?.setAttribute('open', '');
            fork?.focus();
            setForkOf(null);
        }
    }, [forkOf, selected]);

    // Another thing is read from its beginning.
    const panel = useRef<HTMLElement>(null);
    useEffect(() => {
        if (panel.current !== null) {
            panel.current.scrollTop = 0;
        }
        // Where the editor stands below the picture, it comes into sight.
        if (selected !== null && window.matchMedia?.('(max-width: 1023px)').matches) {
            panel.current?.scrollIntoView?.();
        }
    }, [selected]);

    useEffect(() => {
        if (fresh !== null && fresh === selected) {
            window.document.querySelector<HTMLElement>('[data-editor] :is(textarea, input[type="text"], input:not([type]))')?.focus();
            setFresh(null);
        }
    }, [fresh, selected]);

    const select = useCallback(
        (id: string | null) => {
            setSelected(id);
            setQuery(id === null ? {} : { at: id }, { replace: true });
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
    useEffect(() => {
        const onUndo = (event: globalThis.KeyboardEvent) => {
            if ((event.ctrlKey || event.metaKey) && !event.altKey && event.key.toLowerCase() === 'z') {
                event.preventDefault();
                void step(event.shiftKey ? 'redo' : 'undo');
            }
        };
        window.addEventListener('keydown', onUndo);
        return () => window.removeEventListener('keydown', onUndo);
    }, [step]);
    const add = (kind: Stop['kind']) => {
        const stop = newStop(kind);
        const behind = selected === null ? null : (find(document, selected)?.stop?.id ?? null);
        edit(insertStop(document, stop, behind));
        select(stop.id);
        setFresh(stop.id);
    };
    const addSide = () => {
        const stop = newStop('reading');
        edit({ ...document, sideStops: [...document.sideStops, stop] });
        select(stop.id);
    };
    const takeOut = (id: string) => {
        const place = find(document, id);
        if (place === null) {
            return;
        }
        const words =
            place.kind === 'stop'
                ? `“${short(stopName(place.stop), 50)}”`
                : place.kind === 'cue'
                  ? say('build.build.the-cue')
                  : place.kind === 'question'
                    ? say('build.build.the-question')
                    : say('build.build.the-rung');
        edit(remove(document, id));
        undo.offer(say('build.build.is-deleted', { what: words }), say('build.build.bring-it-back'), () => void step('undo'));
        select(
            place.kind === 'stop'
                ? null
                : place.kind === 'rung'
                  ? (place.cue?.id ?? place.question?.id ?? place.stop?.id ?? null)
                  : (place.stop?.id ?? null),
        );
    };
    const rehearse = async (from: string | null) => {
        if (!(await draft.save())) {
            setMessage({ tone: 'yet', words: notSaved });
            return;
        }
        await navigate(`/quizzes/${quiz.id}/rehearse${from === null ? '' : `?from=${from}`}`);
    };
    const addRungAt = (id: string, kind: Rung['kind']) => {
        const place = find(document, id);
        const question =
            place?.kind === 'rung'
                ? place.question
                : place?.kind === 'cue'
                  ? place.cue.kind === 'question'
                      ? place.cue.question
                      : undefined
                  : place?.kind === 'question'
                    ? place.question
                    : place === null
                      ? undefined
                      : place.stop.kind === 'question'
                        ? place.stop.question
                        : undefined;
        if (question !== undefined && question !== null) {
            const rung = newRung(kind);
            edit(addRung(document, question, place?.kind === 'rung' ? (place.entry?.id ?? null) : null, rung));
            select(rung.id);
            setFresh(rung.id);
        }
    };

    /** One key each on the picture: n stop, r rung, f fork, w walk from here, Delete, and Alt with arrows to move. */
    const onKey = (event: KeyboardEvent, id: string) => {
        const place = find(document, id);
        if (event.altKey && /^Arrow/.test(event.key)) {
            event.preventDefault();
            edit(move(document, id, event.key === 'ArrowLeft' || event.key === 'ArrowUp' ? -1 : 1));
        } else if (event.ctrlKey || event.metaKey || event.altKey) {
            return;
        } else if (event.key === 'n') {
            event.preventDefault();
            add('question');
        } else if (event.key === 'r') {
            event.preventDefault();
            addRungAt(id, 'hint');
        } else if (event.key === 'f' && place !== null && place.kind !== 'rung') {
            event.preventDefault();
            select(id);
            setForkOf(id);
        } else if (event.key === 'w' && place !== null && place.stop !== null) {
            void rehearse(place.stop.id);
        } else if (event.key === 'Delete') {
            event.preventDefault();
            takeOut(id);
        }
    };
    const publish = async () => {
        setMessage(null);
        if (!(await draft.save())) {
            setMessage({ tone: 'yet', words: notSaved });
            return;
        }
        try {
            const published = await take(client.POST('/quizzes/{quiz}/editions', { params: { path: { quiz: quiz.id } } }));
            setEdition({ number: published.edition, current: true });
            setMessage({ tone: 'well', words: say('build.build.edition-is-published', { edition: published.edition }) });
            onSaved();
        } catch (problem) {
            const found =
                problem instanceof Refused ? problem.problem.findings?.filter((finding) => finding.severity === 'stops') : undefined;
            setMessage({ tone: 'yet', words: `${sentence(problem)} ${found?.[0]?.sentence ?? ''}`.trim() });
            const first = found?.find((finding) => finding.stop !== null);
            select(first?.at ?? first?.stop ?? null);
        }
    };
    const stopping = findings.filter((finding) => finding.severity === 'stops').length;

    return (
        <main className="flex min-h-0 flex-col lg:h-full">
            <div className="flex flex-wrap items-center gap-x-4 gap-y-2 px-5 py-3">
                <button type="button" className="min-w-0 text-left hover:underline" onClick={() => select(null)}>
                    <h1 className="truncate text-xl">{document.title || say('build.build.untitled')}</h1>
                </button>
                <p
                    role="status"
                    className={`min-w-40 text-sm ${saving.state === 'saved' || saving.state === 'saving' ? 'text-soft' : 'font-semibold text-accent'}`}
                >
                    {savingWords[saving.state]}
                    {saving.state === 'refused' && `: ${saving.sentence}`}
                </p>
                {changes.elsewhere !== null && (
                    <button
                        type="button"
                        className="max-w-80 truncate text-sm text-soft"
                        title={say('build.build.press-to-put-this-away', { elsewhere: changes.elsewhere })}
                        onClick={() => draft.readElsewhere()}
                    >
                        {changes.elsewhere}
                    </button>
                )}
                <div className="ml-auto flex flex-wrap items-center gap-2">
                    <Step what="undo" label={changes.undo} onStep={step} />
                    <Step what="redo" label={changes.redo} onStep={step} />
                    <Link
                        className={buttonClass('quiet')}
                        to={`/quizzes/${quiz.id}/history`}
                        onClick={(event) => {
                            // What was typed last stands in it, too.
                            event.preventDefault();
                            void draft.save().then(() => navigate(`/quizzes/${quiz.id}/history`));
                        }}
                    >
                        {say('build.build.history')}
                    </Link>
                    <Switch label={say('build.build.from-afar')} checked={far} onChange={setFar} />
                    <Button onClick={() => void rehearse(null)} disabled={document.stops.length === 0}>
                        {say('build.build.rehearse')}
                    </Button>
                    {edition.number !== null && edition.current ? (
                        <p className="px-2 text-sm font-semibold text-well">
                            {say('build.build.edition-is-out', { number: edition.number })}
                        </p>
                    ) : (
                        <Button weight="main" onClick={() => void publish()}>
                            {edition.number === null
                                ? say('build.build.publish')
                                : say('build.build.publish-edition', { number: edition.number + 1 })}
                        </Button>
                    )}
                </div>
            </div>
            <UnappliedChanges draft={draft} missed={changes.missed} />
            {message !== null && (
                <div className="px-5 pb-3">
                    <Notice tone={message.tone}>
                        {message.words}{' '}
                        {message.tone === 'well' && (
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
            <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)] gap-3 px-5 pb-4 lg:grid-cols-[minmax(0,1fr)_26rem]">
                <div className="flex min-h-72 min-w-0 flex-col gap-2">
                    {document.stops.length === 0 && document.sideStops.length === 0 ? (
                        <Empty add={add} />
                    ) : (
                        <>
                            <div className="min-h-0 flex-1">
                                <Cutaway
                                    document={document}
                                    label={say('build.build.the-quiz-in-its-cutaway')}
                                    selected={selected}
                                    onSelect={select}
                                    far={far}
                                    findings={findings}
                                    onKey={onKey}
                                    {...expected}
                                />
                            </div>
                            <div className="flex flex-wrap items-center gap-2">
                                <p className="text-sm font-semibold">{say('build.build.add')}</p>
                                {stopKinds.map((kind) => (
                                    <Button
                                        key={kind}
                                        aria-label={say('build.build.add-a', { stop: stopWithin(kind) })}
                                        onClick={() => add(kind)}
                                    >
                                        {stopWords(kind)}
                                    </Button>
                                ))}
                                <Button aria-label={say('build.build.add-a-side-stop')} onClick={addSide}>
                                    {say('build.build.side-stop')}
                                </Button>
                                {forecast !== null && (
                                    <p role="status" className="w-full text-sm">
                                        <b>{say('build.build.forecast')}</b> {forecast.sentence}{' '}
                                        <button type="button" className="underline" onClick={() => setForecast(null)}>
                                            {say('build.build.take-it-off-the-picture')}
                                        </button>
                                    </p>
                                )}
                                <p className="ml-auto text-xs text-soft max-xl:hidden">{say('build.build.on-the-picture-arrows-walk')}</p>
                            </div>
                        </>
                    )}
                </div>
                <aside
                    ref={panel}
                    data-editor
                    aria-label={say('build.build.what-is-selected')}
                    className="min-h-0 rounded-lg lg:overflow-y-auto border border-line bg-paper p-4 lg:[contain:strict]"
                >
                    <Button
                        weight="quiet"
                        className="mb-2 -ml-3 lg:hidden"
                        onClick={() => panel.current?.parentElement?.scrollIntoView?.({ block: 'start' })}
                    >
                        {say('build.build.back-to-the-picture')}
                    </Button>
                    <LeaveFinding value={leave}>
                        <Editor
                            document={document}
                            findings={findings}
                            left={left}
                            selected={selected}
                            change={edit}
                            select={select}
                            onRemove={takeOut}
                            onRehearse={(stop) => void rehearse(stop)}
                            forecast={
                                document.stops.length > 0 && (
                                    <ForecastList quiz={quiz.id} version={saved} shown={forecast} onShow={setForecast} />
                                )
                            }
                        />
                    </LeaveFinding>
                    {selected !== null && stopping > 0 && (
                        <p className="mt-6 text-sm">
                            <button type="button" className="text-soft underline" onClick={() => select(null)}>
                                {say('build.build.to-mend-before-publishing', { stopping })}
                            </button>
                        </p>
                    )}
                </aside>
            </div>
        </main>
    );
}

const notSaved = say('build.build.what-you-changed-last-has');

/** Takes back, or does again, the newest step, and says which. */
function Step({ what, label, onStep }: { what: 'undo' | 'redo'; label: string | null; onStep: (what: 'undo' | 'redo') => Promise<void> }) {
    const Picture = what === 'undo' ? Undo2 : Redo2;
    const words = what === 'undo' ? say('build.build.undo') : say('build.build.redo');
    return (
        <Button
            weight="quiet"
            className="flex items-center gap-1 px-2"
            disabled={label === null}
            aria-label={label === null ? words : `${words}: ${label}`}
            title={
                label === null
                    ? say(what === 'undo' ? 'build.build.nothing-to-undo' : 'build.build.nothing-to-redo')
                    : say(what === 'undo' ? 'build.build.undo-what' : 'build.build.redo-what', { label })
            }
            onClick={() => void onStep(what)}
        >
            <Picture size={18} />
            {label !== null && <span className="max-w-36 truncate text-xs max-xl:hidden">{label}</span>}
        </Button>
    );
}

/** How often a stop is come to in the mean, where that is not simply once. */
function Expected({ often = 0 }: { often: number | undefined }) {
    return Math.abs(often - 1) < 0.005 ? null : (
        <span className="rounded-sm bg-tint px-1 text-xs font-semibold" title={say('build.build.how-often-a-student-comes')}>
            {often < 0.995 ? `${Math.round(often * 100)} %` : `× ${often.toFixed(2)}`}
        </span>
    );
}

function Empty({ add }: { add: (kind: Stop['kind']) => void }) {
    return (
        <div className="relative flex flex-1 flex-col overflow-hidden rounded-lg border border-line bg-sheet">
            <div className="flex flex-1 flex-col items-start justify-end gap-3 p-8">
                <h2 className="text-2xl">{say('build.build.begin-with-a-question')}</h2>
                <p className="max-w-md">{say('build.build.write-what-you-ask-and')}</p>
                <div className="flex flex-wrap gap-2">
                    <Button weight="main" large onClick={() => add('question')}>
                        {say('build.build.add-the-first-question')}
                    </Button>
                    <Button large onClick={() => add('video')}>
                        {say('build.build.begin-with-a-video')}
                    </Button>
                </div>
            </div>
            <div className="h-2/5 border-t-3 border-ink bg-earth" />
        </div>
    );
}
