import { ArrowDown, ArrowLeft, ArrowRight, ArrowUp, Trash2 } from 'lucide-react';
import { type ReactNode, useEffect, useRef } from 'react';
import type { Finding, QuizDocument, Stop } from '../../api/types';
import { move, putLadder, putStop } from '../../quiz/document';
import { find, ladderAt, type Place } from '../../quiz/places';
import { RichField } from '../../richtext/RichField';
import { Button } from '../../ui/Button';
import { Field } from '../../ui/Field';
import { timecode } from '../../ui/time';
import { say } from '../../words/words';
import { CueEditor } from './CueEditor';
import { FinishEditor } from './FinishEditor';
import { InspectionStrip } from './InspectionStrip';
import { QuestionEditor } from './QuestionEditor';
import { RungEditor } from './RungEditor';
import { DrillEditor, StaircaseEditor } from './SeriesEditor';
import { StopSettings } from './StopSettings';
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
    /** On a narrow screen: back to the picture. */
    onPicture: () => void;
    /** Puts a video on the bench; null where one is there. */
    onBench: ((stop: string) => void) | null;
    /** Shown with what belongs to the whole quiz. */
    forecast: ReactNode;
}

/** What is selected in the cutaway, to be edited beside it; below it what the inspection says. */
export function Editor(props: Props) {
    const { document, findings, left, selected, change, select, onPicture } = props;
    const place = selected === null ? null : find(document, selected);
    const finish = document.finishes.find((other) => other.id === selected);
    const whole = place === null && finish === undefined;
    const panel = useRef<HTMLDivElement>(null);
    // Another thing is read from its beginning.
    // biome-ignore lint/correctness/useExhaustiveDependencies: it scrolls when the selection is another
    useEffect(() => {
        if (panel.current !== null) {
            panel.current.scrollTop = 0;
        }
    }, [selected]);
    return (
        <>
            <div ref={panel} className="min-h-0 flex-1 px-4 py-3 lg:overflow-y-auto">
                <Button weight="quiet" className="mb-1 -ml-3 lg:hidden" onClick={onPicture}>
                    {say('build.build.back-to-the-picture')}
                </Button>
                {finish !== undefined ? (
                    <FinishEditor key={finish.id} document={document} finish={finish} change={change} select={select} />
                ) : place === null ? (
                    <WholeQuiz document={document} change={change} select={select} forecast={props.forecast} />
                ) : (
                    <PlaceEditor {...props} place={place} />
                )}
            </div>
            <InspectionStrip
                document={document}
                here={whole ? findings : findings.filter((finding) => belongs(document, finding, place, finish?.id))}
                all={findings}
                left={left}
                whole={whole}
                change={change}
                select={select}
            />
        </>
    );
}

/** A stop, a cue, a question or a rung. */
function PlaceEditor(props: Props & { place: Place }) {
    const { document, findings, change, select, place } = props;
    const { stop } = place;
    const number = document.stops.findIndex((other) => other.id === stop?.id) + 1;
    const stopWords =
        stop === null
            ? say('build.editor.alike-question')
            : number > 0
              ? say('build.editor.stop', { number })
              : say('build.editor.side-stop');
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
                    onClick={() => props.onRemove(props.selected ?? '')}
                >
                    <Trash2 size={18} />
                </Button>
                {stop !== null && <Button onClick={() => props.onRehearse(stop.id)}>{say('build.editor.rehearse-from-here')}</Button>}
            </div>
            {place.kind !== 'stop' && (
                <p className={`mb-3 text-sm ${place.kind === 'cue' ? 'in-data-bench:hidden' : ''}`}>
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
            {place.kind === 'cue' && <CueEditor document={document} findings={findings} place={place} change={change} select={select} />}
            {place.kind === 'stop' && (
                <>
                    <StopEditor {...props} stop={place.stop} />
                    <StopSettings document={document} stop={place.stop} change={change} />
                </>
            )}
        </div>
    );
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

/** Whether a finding is about what is being edited, or about one of its answers. */
function belongs(document: QuizDocument, finding: Finding, place: Place | null, finish: string | undefined): boolean {
    const at = finding.at ?? finding.stop;
    if (at === null || place === null) {
        return at !== null && at === finish;
    }
    const about = find(document, at);
    return about !== null && about.kind === place.kind && nodeOf(about) === nodeOf(place);
}

function nodeOf(place: Place): string {
    switch (place.kind) {
        case 'stop':
            return place.stop.id;
        case 'cue':
            return place.cue.id;
        case 'question':
            return place.question.id;
        case 'rung':
            return place.rung.id;
    }
}

function StopEditor({ stop, document, findings, change, select, onBench }: Props & { stop: Stop }) {
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
            return <VideoEditor key={stop.id} document={document} stop={stop} change={change} select={select} onBench={onBench} />;
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
