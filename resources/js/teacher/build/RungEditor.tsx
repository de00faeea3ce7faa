import type { Question, QuizDocument, Rung } from '../../api/types';
import { VideoPlayer } from '../../player/VideoPlayer';
import { putQuestion, putRungs } from '../../quiz/document';
import { Field, Text } from '../../ui/Field';
import { MediaPicker, useMedia } from './MediaPicker';
import { EndField, MomentField } from './MomentField';

interface Props {
    document: QuizDocument;
    question: Question;
    entry: string | null;
    rung: Rung;
    change: (document: QuizDocument) => void;
}

/** One rung: the words of a hint or a reading, or a video from and to. */
export function RungEditor({ document, question, entry, rung, change }: Props) {
    const media = useMedia();
    const put = (next: Rung) => {
        const rungs = entry === null ? question.ladder : (question.entries.find((other) => other.id === entry)?.ladder ?? []);
        change(
            putQuestion(
                document,
                putRungs(
                    question,
                    entry,
                    rungs.map((other) => (other.id === rung.id ? next : other)),
                ),
            ),
        );
    };
    if (rung.kind === 'hint') {
        return (
            <Text
                label="Hint"
                placeholder="Point to where to look, without giving the answer."
                value={rung.text}
                onChange={(event) => put({ ...rung, text: event.currentTarget.value })}
            />
        );
    }
    if (rung.kind === 'reading') {
        return (
            <div className="grid gap-4">
                <Field
                    label="Heading"
                    value={rung.title}
                    maxLength={500}
                    onChange={(event) => put({ ...rung, title: event.currentTarget.value })}
                />
                <Text label="Text" value={rung.text} onChange={(event) => put({ ...rung, text: event.currentTarget.value })} />
            </div>
        );
    }
    const medium = media.find((other) => other.id === rung.clip.media);
    return (
        <div className="grid gap-4">
            <Field
                label="Title"
                value={rung.title}
                maxLength={500}
                onChange={(event) => put({ ...rung, title: event.currentTarget.value })}
            />
            <MediaPicker kind="video" value={rung.clip.media} onChange={(id) => put({ ...rung, clip: { ...rung.clip, media: id } })} />
            <div className="grid grid-cols-2 gap-3">
                <MomentField
                    label="Plays from"
                    value={rung.clip.from}
                    onChange={(from) => put({ ...rung, clip: { ...rung.clip, from } })}
                />
                <EndField label="to" value={rung.clip.to} onChange={(to) => put({ ...rung, clip: { ...rung.clip, to } })} />
            </div>
            {rung.clip.media !== null && (
                <VideoPlayer
                    key={rung.clip.media}
                    title={rung.title}
                    clip={rung.clip}
                    length={medium?.seconds ?? null}
                    captions={medium?.captions ?? false}
                />
            )}
        </div>
    );
}
