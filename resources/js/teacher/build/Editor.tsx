import { ArrowDown, ArrowLeft, ArrowRight, ArrowUp, Trash2 } from 'lucide-react';
import type { Finding, Finish, QuizDocument, Stop } from '../../api/types';
import { find, move, putStop } from '../../quiz/document';
import { Button } from '../../ui/Button';
import { Field, Text } from '../../ui/Field';
import { moment } from '../../ui/time';
import { MomentField } from './MomentField';
import { QuestionEditor } from './QuestionEditor';
import { RungEditor } from './RungEditor';
import { VideoEditor } from './VideoEditor';

interface Props {
    document: QuizDocument;
    findings: Finding[];
    selected: string | null;
    change: (document: QuizDocument) => void;
    select: (id: string | null) => void;
    onRemove: (id: string) => void;
    onRehearse: (stop: string) => void;
}

/** What is selected in the cutaway, to be edited beside it. */
export function Editor(props: Props) {
    const { document, findings, selected, change, select } = props;
    const place = selected === null ? null : find(document, selected);
    const finish = document.finishes.find((other) => other.id === selected);
    if (finish !== undefined) {
        return <FinishEditor document={document} finish={finish} change={change} />;
    }
    if (place === null) {
        return <WholeQuiz document={document} findings={findings} change={change} select={select} />;
    }
    const { stop } = place;
    const number = document.stops.findIndex((other) => other.id === stop.id) + 1;
    const stopWords = number > 0 ? `Stop ${number}` : 'Side stop';
    const here = findings.filter((finding) => finding.stop === stop.id && belongs(finding, place));

    return (
        <div>
            <div className="mb-3 flex items-center gap-1">
                <h2 className="mr-auto text-xl">
                    {place.kind === 'stop'
                        ? stopWords
                        : place.kind === 'cue'
                          ? `Cue at ${moment(place.cue.at)}`
                          : `Rung ${place.index + 1}`}
                </h2>
                {place.kind === 'stop' && (
                    <>
                        <Button
                            weight="quiet"
                            className="px-2"
                            aria-label="Move to the left"
                            onClick={() => change(move(document, stop.id, -1))}
                        >
                            <ArrowLeft size={18} />
                        </Button>
                        <Button
                            weight="quiet"
                            className="px-2"
                            aria-label="Move to the right"
                            onClick={() => change(move(document, stop.id, 1))}
                        >
                            <ArrowRight size={18} />
                        </Button>
                    </>
                )}
                {place.kind === 'rung' && (
                    <>
                        <Button
                            weight="quiet"
                            className="px-2"
                            aria-label="Move up"
                            onClick={() => change(move(document, place.rung.id, -1))}
                        >
                            <ArrowUp size={18} />
                        </Button>
                        <Button
                            weight="quiet"
                            className="px-2"
                            aria-label="Move down"
                            onClick={() => change(move(document, place.rung.id, 1))}
                        >
                            <ArrowDown size={18} />
                        </Button>
                    </>
                )}
                <Button weight="quiet" className="px-2" aria-label="Delete" onClick={() => props.onRemove(selected ?? '')}>
                    <Trash2 size={18} />
                </Button>
                <Button onClick={() => props.onRehearse(stop.id)}>Rehearse from here</Button>
            </div>
            {place.kind !== 'stop' && (
                <p className="mb-3 text-sm">
                    <button
                        type="button"
                        className="text-soft underline"
                        onClick={() => select(place.kind === 'rung' && place.cue !== null ? place.cue.id : stop.id)}
                    >
                        {place.kind === 'rung' ? 'Back to the question above it' : `Back to the video, ${stopWords.toLowerCase()}`}
                    </button>
                </p>
            )}
            {here.length > 0 && (
                <ul className="mb-4 grid gap-1">
                    {here.map((finding) => (
                        <li key={`${finding.at}${finding.sentence}`} className="border-l-4 border-yet bg-yet-tint px-3 py-1.5 text-sm">
                            {finding.sentence}
                        </li>
                    ))}
                </ul>
            )}
            {place.kind === 'rung' && (
                <RungEditor
                    key={place.rung.id}
                    document={document}
                    question={place.question}
                    entry={place.entry?.id ?? null}
                    rung={place.rung}
                    change={change}
                />
            )}
            {place.kind === 'cue' && (
                <div className="grid gap-4">
                    <MomentField
                        label="Stops the video at"
                        value={place.cue.at}
                        onChange={(at) =>
                            change(
                                putStop(document, {
                                    ...place.stop,
                                    cues: place.stop.cues.map((cue) => (cue.id === place.cue.id ? { ...cue, at } : cue)),
                                }),
                            )
                        }
                    />
                    <QuestionEditor
                        key={place.cue.id}
                        document={document}
                        question={place.cue.question}
                        findings={findings}
                        change={change}
                        select={select}
                    />
                </div>
            )}
            {place.kind === 'stop' && <StopEditor {...props} stop={stop} />}
        </div>
    );
}

/** Whether a finding is about what is being edited. Those about single entries stand at the entry. */
function belongs(finding: Finding, place: NonNullable<ReturnType<typeof find>>): boolean {
    switch (place.kind) {
        case 'rung':
            return finding.at === place.rung.id;
        case 'cue':
            return finding.at === place.cue.id || finding.at === place.cue.question.id;
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
        case 'reading':
            return (
                <div className="grid gap-4">
                    <Field
                        label="Heading"
                        value={stop.title}
                        maxLength={500}
                        onChange={(event) => change(putStop(document, { ...stop, title: event.currentTarget.value }))}
                    />
                    <Text
                        label="Text"
                        value={stop.text}
                        onChange={(event) => change(putStop(document, { ...stop, text: event.currentTarget.value }))}
                    />
                </div>
            );
    }
}

function FinishEditor({ document, finish, change }: { document: QuizDocument; finish: Finish; change: (document: QuizDocument) => void }) {
    const put = (changes: Partial<Finish>) =>
        change({ ...document, finishes: document.finishes.map((other) => (other.id === finish.id ? { ...other, ...changes } : other)) });
    return (
        <div className="grid gap-4">
            <h2 className="text-xl">Finish</h2>
            <Field
                label="Heading at the end"
                value={finish.title}
                maxLength={500}
                onChange={(event) => put({ title: event.currentTarget.value })}
            />
            <Text label="Closing message" value={finish.message} onChange={(event) => put({ message: event.currentTarget.value })} />
        </div>
    );
}

function WholeQuiz({ document, findings, change, select }: Pick<Props, 'document' | 'findings' | 'change' | 'select'>) {
    return (
        <div className="grid gap-5">
            <h2 className="text-xl">The whole quiz</h2>
            <Field
                label="Title"
                value={document.title}
                maxLength={200}
                onChange={(event) => change({ ...document, title: event.currentTarget.value })}
            />
            <Text
                label="Instructions to students"
                hint="They stand before the first stop."
                value={document.instructions}
                onChange={(event) => change({ ...document, instructions: event.currentTarget.value })}
            />
            <section aria-label="Inspection">
                <h3 className="mb-2 text-base">Inspection</h3>
                {findings.length === 0 ? (
                    <p className="text-sm">Nothing to mend: this can be published.</p>
                ) : (
                    <ul className="grid gap-2 text-sm">
                        {findings.map((finding, index) => (
                            <li key={index} className="flex gap-3">
                                <span
                                    className={`w-20 shrink-0 font-semibold ${finding.severity === 'stops' ? 'text-accent' : 'text-soft'}`}
                                >
                                    {{ stops: 'must mend', warns: 'look at', advises: 'could be' }[finding.severity]}
                                </span>
                                <button
                                    type="button"
                                    className="text-left underline decoration-edge underline-offset-2 disabled:no-underline"
                                    disabled={finding.stop === null}
                                    onClick={() => select(finding.at ?? finding.stop)}
                                >
                                    {finding.sentence}
                                </button>
                            </li>
                        ))}
                    </ul>
                )}
            </section>
        </div>
    );
}
