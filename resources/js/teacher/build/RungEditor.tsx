import type { Finding, QuizDocument, Rung } from '../../api/types';
import { VideoPlayer } from '../../player/VideoPlayer';
import { RichField } from '../../richtext/RichField';
import { webAddress } from '../../ui/address';
import { Field } from '../../ui/Field';
import { ParsedField } from '../../ui/ParsedField';
import { EndField, TimecodeField } from '../../ui/TimecodeField';
import { say } from '../../words/words';
import { QuestionEditor } from './QuestionEditor';
import { VideoChooser } from './VideoChooser';

interface Props {
    document: QuizDocument;
    findings: Finding[];
    rung: Rung;
    put: (rung: Rung) => void;
    change: (document: QuizDocument) => void;
    select: (id: string) => void;
}

/** One rung of any kind. */
export function RungEditor({ document, findings, rung, put, change, select }: Props) {
    switch (rung.kind) {
        case 'hint':
            return (
                <RichField
                    label={say('build.rung-editor.hint')}
                    placeholder={say('build.rung-editor.point-to-where-to-look')}
                    value={rung.text}
                    onChange={(text) => put({ ...rung, text })}
                />
            );
        case 'teacher':
            return (
                <RichField
                    label={say('build.rung-editor.what-the-student-reads-while')}
                    placeholder={say('build.rung-editor.you-can-set-this-aside')}
                    value={rung.text}
                    onChange={(text) => put({ ...rung, text })}
                />
            );
        case 'question':
            return <QuestionEditor document={document} question={rung.question} findings={findings} change={change} select={select} />;
        case 'video':
            return <VideoRungEditor rung={rung} put={put} />;
        default:
            return (
                <div className="grid gap-4">
                    <Field
                        label={say('build.rung-editor.heading')}
                        value={rung.title}
                        maxLength={500}
                        onChange={(event) => put({ ...rung, title: event.currentTarget.value })}
                    />
                    <RichField
                        label={rung.kind === 'exercise' ? say('build.rung-editor.what-to-do') : say('build.rung-editor.text')}
                        value={rung.text}
                        onChange={(text) => put({ ...rung, text })}
                    />
                    {rung.kind === 'exercise' && (
                        <>
                            <ParsedField
                                label={say('build.rung-editor.link-if-it-is-elsewhere')}
                                value={rung.link ?? ''}
                                read={webAddress}
                                write={(link) => link}
                                wrong={say('build.rung-editor.this-is-no-address-of')}
                                inputMode="url"
                                onChange={(link) => put({ ...rung, link })}
                            />
                            <RichField
                                label={say('build.rung-editor.answers-to-check-oneself')}
                                value={rung.answers}
                                onChange={(answers) => put({ ...rung, answers })}
                            />
                        </>
                    )}
                </div>
            );
    }
}

function VideoRungEditor({ rung, put }: { rung: Extract<Rung, { kind: 'video' }>; put: (rung: Rung) => void }) {
    return (
        <div className="grid gap-4">
            <Field
                label={say('build.rung-editor.title')}
                value={rung.title}
                maxLength={500}
                onChange={(event) => put({ ...rung, title: event.currentTarget.value })}
            />
            <VideoChooser value={rung.clip.media} onChange={(id) => put({ ...rung, clip: { ...rung.clip, media: id } })} />
            <div className="grid grid-cols-2 gap-3">
                <TimecodeField
                    label={say('build.rung-editor.plays-from')}
                    value={rung.clip.from}
                    onChange={(from) => put({ ...rung, clip: { ...rung.clip, from } })}
                />
                <EndField
                    label={say('build.rung-editor.to')}
                    value={rung.clip.to}
                    onChange={(to) => put({ ...rung, clip: { ...rung.clip, to } })}
                />
            </div>
            {rung.clip.media !== null && <VideoPlayer key={rung.clip.media} title={rung.title} clip={rung.clip} />}
        </div>
    );
}
