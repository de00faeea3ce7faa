import { ArrowDown, ArrowLeft, ArrowRight, ArrowUp, Trash2 } from 'lucide-react';
import type { ReactNode } from 'react';
import type { Cue, Finding, Finish, QuizDocument, Stop } from '../../api/types';
import { move, putLadder, putStop } from '../../quiz/document';
import { apply } from '../../quiz/edits';
import { find, ladderAt, type Place } from '../../quiz/places';
import { Button } from '../../ui/Button';
import { Field } from '../../ui/Field';
import { ShareField } from '../../ui/ShareField';
import { timecode } from '../../ui/time';
import { ulid } from '../../ui/ulid';
import { say } from '../../words/words';
import { FindingNote } from './FindingNote';
import { QuestionEditor } from './QuestionEditor';
import { RichField } from './RichField';
import { RungEditor } from './RungEditor';
import { DrillEditor, StaircaseEditor } from './SeriesEditor';
import { StopSettings } from './StopSettings';
import { TimecodeField } from './TimecodeField';
import { VideoEditor } from './VideoEditor';
import { WholeQuiz } from './WholeQuiz';

interface Props {
    document: QuizDocument;
    findings: Finding[];
    /** Findings that the teacher leaves as they are. */
    left: Finding[];
    selected: string | null;
    change: (document: QuizDocument) => void;
    select: (id: string | null) => void;
    onRemove: (id: string) => void;
    onRehearse: (stop: string) => void;
    /** Shown with what belongs to the whole quiz. */
    forecast: ReactNode;
}

/** What is selected in the cutaway, to be edited beside it. */
export function Editor(props: Props) {
    const { document, findings, selected, change, select } = props;
    const place = selected === null ? null : find(document, selected);
    const finish = document.finishes.find((other) => other.id === selected);
    if (finish !== undefined) {
        return <FinishEditor key={finish.id} document={document} finish={finish} change={change} select={select} />;
    }
    if (place === null) {
        return (
            <WholeQuiz
                document={document}
                findings={findings}
                left={props.left}
                change={change}
                select={select}
                forecast={props.forecast}
            />
        );
    }
    const { stop } = place;
    const number = document.stops.findIndex((other) => other.id === stop?.id) + 1;
    const stopWords =
        stop === null
            ? say('build.editor.alike-question')
            : number > 0
              ? say('build.editor.stop', { number })
              : say('build.editor.side-stop');
    const here = findings.filter((finding) => belongs(finding, place));
    const arrow = (label: string, id: string, by: 1 | -1, picture: typeof ArrowUp) => {
        const Picture = picture;
        return (
            <Button weight="quiet" className="px-2" aria-label={label} onClick={() => change(move(document, id, by))}>
                <Picture size={18} />
            </Button>
        );
    };

    return (
        <div>
            <div className="mb-3 flex flex-wrap items-center gap-1">
                <h2 className="mr-auto text-xl">{title(place, stopWords)}</h2>
                {place.kind === 'stop' && (
                    <>
                        {arrow(say('build.editor.move-to-the-left'), place.stop.id, -1, ArrowLeft)}
                        {arrow(say('build.editor.move-to-the-right'), place.stop.id, 1, ArrowRight)}
                    </>
                )}
                {place.kind === 'rung' && (
                    <>
                        {arrow(say('build.editor.move-up'), place.rung.id, -1, ArrowUp)}
                        {arrow(say('build.editor.move-down'), place.rung.id, 1, ArrowDown)}
                    </>
                )}
                <Button
                    weight="quiet"
                    className="px-2"
                    aria-label={say('build.editor.delete')}
                    onClick={() => props.onRemove(selected ?? '')}
                >
                    <Trash2 size={18} />
                </Button>
                {stop !== null && <Button onClick={() => props.onRehearse(stop.id)}>{say('build.editor.rehearse-from-here')}</Button>}
            </div>
            {place.kind !== 'stop' && (
                <p className="mb-3 text-sm">
                    <button type="button" className="text-soft underline" onClick={() => select(above(place))}>
                        {place.kind === 'rung'
                            ? say('build.editor.back-to-the-question-above')
                            : stop === null
                              ? say('build.editor.back-to-the-whole-quiz')
                              : number > 0
                                ? say('build.editor.back-to-stop', { number })
                                : say('build.editor.back-to-side-stop')}
                    </button>
                </p>
            )}
            {here.length > 0 && (
                <ul className="mb-4 grid gap-1">
                    {here.map((finding) => (
                        <li key={finding.key}>
                            <FindingNote finding={finding} document={document} change={change} />
                        </li>
                    ))}
                </ul>
            )}
            {place.kind === 'rung' && (
                <RungEditor
                    key={place.rung.id}
                    {...props}
                    select={select}
                    rung={place.rung}
                    put={(rung) =>
                        change(
                            putLadder(
                                document,
                                place,
                                ladderAt(place).map((other) => (other.id === rung.id ? rung : other)),
                            ),
                        )
                    }
                />
            )}
            {place.kind === 'question' && (
                <QuestionEditor
                    key={place.question.id}
                    document={document}
                    question={place.question}
                    findings={findings}
                    change={change}
                    select={select}
                    marked={stop !== null}
                />
            )}
            {place.kind === 'cue' && (
                <div className="grid gap-4">
                    <TimecodeField
                        label={place.cue.kind === 'question' ? say('build.editor.stops-the-video-at') : say('build.editor.shows-from')}
                        value={place.cue.at}
                        onChange={(at) => change(putCue(document, place, { ...place.cue, at }))}
                    />
                    {place.cue.kind === 'question' ? (
                        <QuestionEditor
                            key={place.cue.id}
                            document={document}
                            question={place.cue.question}
                            findings={findings}
                            change={change}
                            select={select}
                        />
                    ) : (
                        <RichField
                            label={place.cue.kind === 'note' ? say('build.editor.note') : say('build.editor.what-students-may-comment-on')}
                            value={place.cue.text}
                            onChange={(text) => place.cue.kind !== 'question' && change(putCue(document, place, { ...place.cue, text }))}
                        />
                    )}
                </div>
            )}
            {place.kind === 'stop' && (
                <>
                    <StopEditor {...props} stop={place.stop} />
                    <StopSettings document={document} stop={place.stop} change={change} />
                </>
            )}
        </div>
    );
}

function putCue(document: QuizDocument, place: Extract<Place, { kind: 'cue' }>, cue: Cue): QuizDocument {
    return putStop(document, {
        ...place.stop,
        cues: place.stop.cues.map((other) => (other.id === cue.id ? cue : other)).sort((a, b) => a.at - b.at),
    });
}

function title(place: Place, stopWords: string): string {
    switch (place.kind) {
        case 'stop':
            return stopWords;
        case 'cue':
            return say('build.editor.cue-at', { kind: place.cue.kind, time: timecode(place.cue.at) });
        case 'question':
            return place.stop === null ? say('build.editor.alike-question') : say('build.editor.one-question', { stop: stopWords });
        case 'rung':
            return say('build.editor.rung', { number: place.index + 1 });
    }
}

/** What stands above something, for the way back. */
function above(place: Place): string | null {
    if (place.kind === 'rung') {
        return place.cue?.id ?? place.question?.id ?? place.stop?.id ?? null;
    }
    return place.stop?.id ?? null;
}

/** Whether a finding is about what is being edited. Those about single entries stand at the entry. */
function belongs(finding: Finding, place: Place): boolean {
    switch (place.kind) {
        case 'rung':
            return finding.at === place.rung.id || (place.rung.kind === 'question' && finding.at === place.rung.question.id);
        case 'cue':
            return finding.at === place.cue.id || (place.cue.kind === 'question' && finding.at === place.cue.question.id);
        case 'question':
            return finding.at === place.question.id;
        case 'stop':
            return finding.at === place.stop.id || (place.stop.kind === 'question' && finding.at === place.stop.question.id);
    }
}

function StopEditor({ stop, document, findings, change, select }: Props & { stop: Stop }) {
    switch (stop.kind) {
        case 'question':
            return (
                <QuestionEditor
                    key={stop.id}
                    document={document}
                    question={stop.question}
                    findings={findings}
                    change={change}
                    select={select}
                />
            );
        case 'video':
            return <VideoEditor key={stop.id} document={document} stop={stop} change={change} select={select} />;
        case 'drill':
            return <DrillEditor key={stop.id} document={document} stop={stop} change={change} select={select} />;
        case 'staircase':
            return <StaircaseEditor key={stop.id} document={document} stop={stop} change={change} select={select} />;
        default:
            return (
                <div className="grid gap-4">
                    {stop.kind === 'reading' && (
                        <Field
                            label={say('build.editor.heading')}
                            value={stop.title}
                            maxLength={500}
                            onChange={(event) => change(putStop(document, { ...stop, title: event.currentTarget.value }))}
                        />
                    )}
                    <RichField
                        label={say('build.editor.text')}
                        value={stop.text}
                        onChange={(text) => change(putStop(document, { ...stop, text }))}
                    />
                </div>
            );
    }
}

function FinishEditor({
    document,
    finish,
    change,
    select,
}: {
    document: QuizDocument;
    finish: Finish;
    change: (document: QuizDocument) => void;
    select: (id: string | null) => void;
}) {
    const add = () => {
        const other = { id: ulid(), title: '', message: '' };
        change({ ...document, finishes: [...document.finishes, other] });
        select(other.id);
    };
    const takeOut = () => {
        change(apply(document, [{ do: 'remove', at: finish.id }]).document);
        select(null);
    };
    const isFirst = document.finishes[0]?.id === finish.id;
    const put = (changes: Partial<Finish>) =>
        change({ ...document, finishes: document.finishes.map((other) => (other.id === finish.id ? { ...other, ...changes } : other)) });
    const byScore = finish.byScore ?? [];
    return (
        <div className="grid gap-4">
            <div className="flex items-center justify-between">
                <h2 className="text-xl">{say('build.editor.finish')}</h2>
                {!isFirst && (
                    <Button weight="quiet" onClick={takeOut}>
                        {say('build.editor.take-this-finish-out')}
                    </Button>
                )}
            </div>
            <p className="text-sm text-soft">
                {isFirst ? say('build.editor.whoever-is-past-the-last') : say('build.editor.only-forks-and-answers-lead')}
            </p>
            <Field
                label={say('build.editor.heading-at-the-end')}
                value={finish.title}
                maxLength={500}
                onChange={(event) => put({ title: event.currentTarget.value })}
            />
            <RichField label={say('build.editor.closing-message')} value={finish.message} onChange={(message) => put({ message })} />
            <fieldset className="grid gap-3">
                <legend className="mb-1 text-sm font-semibold">{say('build.editor.other-words-for-a-score')}</legend>
                {byScore.map((words) => (
                    <div key={words.id} className="grid grid-cols-[7rem_1fr] gap-3">
                        <ShareField
                            label={say('build.editor.percent')}
                            value={words.from}
                            onChange={(from) =>
                                put({ byScore: byScore.map((other) => (other.id === words.id ? { ...other, from } : other)) })
                            }
                        />
                        <RichField
                            label={say('build.editor.message')}
                            value={words.message}
                            onChange={(message) =>
                                put({ byScore: byScore.map((other) => (other.id === words.id ? { ...other, message } : other)) })
                            }
                        />
                    </div>
                ))}
                <div className="flex gap-2">
                    <Button onClick={() => put({ byScore: [...byScore, { id: ulid(), from: 0.8, message: '' }] })}>
                        {say('build.editor.add-words-for-a-score')}
                    </Button>
                    {byScore.length > 0 && (
                        <Button onClick={() => put({ byScore: byScore.slice(0, -1) })}>{say('build.editor.take-the-last-away')}</Button>
                    )}
                </div>
            </fieldset>
            <Button className="justify-self-start" disabled={document.finishes.length >= 20} onClick={add}>
                {say('build.editor.add-another-finish')}
            </Button>
        </div>
    );
}
