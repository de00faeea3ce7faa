import type { Cue, Finding, QuizDocument } from '../../api/types';
import { putCue } from '../../quiz/cues';
import type { Place } from '../../quiz/places';
import { RichField } from '../../richtext/RichField';
import { Switch } from '../../ui/Switch';
import { TimecodeField } from '../../ui/TimecodeField';
import { say } from '../../words/words';
import { QuestionEditor } from './QuestionEditor';

interface Props {
    document: QuizDocument;
    findings: Finding[];
    place: Extract<Place, { kind: 'cue' }>;
    change: (document: QuizDocument) => void;
    select: (id: string) => void;
}

const textLabels: Record<Exclude<Cue['kind'], 'question'>, string> = {
    note: say('build.editor.note'),
    comments: say('build.editor.what-students-may-comment-on'),
    heading: say('build.cue-editor.heading-of-the-chapter'),
};

const timeLabels: Record<Cue['kind'], string> = {
    question: say('build.editor.stops-the-video-at'),
    note: say('build.editor.shows-from'),
    comments: say('build.editor.shows-from'),
    heading: say('build.cue-editor.begins-at'),
};

/** What happens at a moment of a video. */
export function CueEditor({ document, findings, place, change, select }: Props) {
    const { cue, stop } = place;
    const put = (next: Cue) => change(putCue(document, stop, next));
    return (
        <div className="grid gap-4">
            <div data-filled-in>
                <TimecodeField label={timeLabels[cue.kind]} value={cue.at} onChange={(at) => put({ ...cue, at })} />
            </div>
            {cue.kind === 'question' ? (
                <QuestionEditor
                    key={cue.id}
                    document={document}
                    question={cue.question}
                    findings={findings}
                    change={change}
                    select={select}
                />
            ) : (
                <RichField label={textLabels[cue.kind]} value={cue.text} onChange={(text) => put({ ...cue, text })} />
            )}
            {(cue.kind === 'note' || cue.kind === 'comments') && (
                <Switch
                    label={say('build.cue-editor.the-video-pauses-here')}
                    checked={cue.pauses ?? false}
                    onChange={(pauses) => put({ ...cue, pauses })}
                />
            )}
        </div>
    );
}
