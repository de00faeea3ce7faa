import { useRef, useState } from 'react';
import type { Cue, QuizDocument, VideoStop } from '../../api/types';
import { VideoPlayer } from '../../player/VideoPlayer';
import { putStop } from '../../quiz/document';
import { newQuestion } from '../../quiz/making';
import { promptText } from '../../quiz/names';
import { nameOf } from '../../quiz/text';
import { useMedia } from '../../richtext/media';
import { Button } from '../../ui/Button';
import { Field } from '../../ui/Field';
import { EndField, TimecodeField } from '../../ui/TimecodeField';
import { timecode } from '../../ui/time';
import { ulid } from '../../ui/ulid';
import { say } from '../../words/words';
import { MediaPicker } from './MediaPicker';

interface Props {
    document: QuizDocument;
    stop: VideoStop;
    change: (document: QuizDocument) => void;
    select: (id: string) => void;
}

/** A video stop: which video and which part of it, and the questions at its moments. */
export function VideoEditor({ document, stop, change, select }: Props) {
    const video = useRef<HTMLVideoElement>(null);
    const [at, setAt] = useState(stop.clip.from);
    const medium = useMedia().find((other) => other.id === stop.clip.media);
    const put = (changes: Partial<VideoStop>) => change(putStop(document, { ...stop, ...changes }));
    const add = (kind: Cue['kind']) => {
        video.current?.pause();
        const place = { id: ulid(), at: Math.round(at * 10) / 10 };
        const cue: Cue =
            kind === 'question'
                ? { ...place, kind, question: newQuestion('one-choice', document.questionPoints) }
                : { ...place, kind, text: '' };
        put({ cues: [...stop.cues, cue].sort((a, b) => a.at - b.at) });
        select(cue.id);
    };
    return (
        <div className="grid gap-4">
            <Field
                label={say('build.video-editor.title')}
                value={stop.title}
                maxLength={500}
                onChange={(event) => put({ title: event.currentTarget.value })}
            />
            <MediaPicker kind="video" value={stop.clip.media} onChange={(media) => put({ clip: { ...stop.clip, media } })} />
            {stop.clip.media !== null && (
                <>
                    <VideoPlayer
                        key={stop.clip.media}
                        video={video}
                        title={stop.title}
                        clip={stop.clip}
                        length={medium?.seconds ?? null}
                        captions={medium?.captions ?? false}
                        marks={stop.cues.map((cue) => ({ at: cue.at, done: false }))}
                        onMoment={setAt}
                    />
                    <Button weight="main" onClick={() => add('question')}>
                        {say('build.video-editor.add-a-question-here-at', { time: timecode(Math.round(at * 10) / 10) })}
                    </Button>
                    <div className="flex gap-2">
                        <Button onClick={() => add('note')}>{say('build.video-editor.add-a-note-here')}</Button>
                        <Button onClick={() => add('comments')}>{say('build.video-editor.add-time-for-comments-here')}</Button>
                    </div>
                    <div className="grid grid-cols-2 gap-3">
                        <TimecodeField
                            label={say('build.video-editor.plays-from')}
                            value={stop.clip.from}
                            onChange={(from) => put({ clip: { ...stop.clip, from } })}
                        />
                        <EndField
                            label={say('build.video-editor.to')}
                            value={stop.clip.to}
                            onChange={(to) => put({ clip: { ...stop.clip, to } })}
                        />
                    </div>
                </>
            )}
            <section aria-label={say('build.video-editor.questions-in-this-video')}>
                <h3 className="mb-1 text-base">{say('build.video-editor.questions-in-it')}</h3>
                {stop.cues.length === 0 && <p className="text-sm text-soft">{say('build.video-editor.none-yet-play-the-video')}</p>}
                <ul className="grid gap-1">
                    {stop.cues.map((cue) => (
                        <li key={cue.id}>
                            <Button
                                weight="quiet"
                                className="w-full min-w-0 justify-start px-0 text-left [overflow-wrap:anywhere] whitespace-normal"
                                onClick={() => select(cue.id)}
                            >
                                {timecode(cue.at)}{' '}
                                {cue.kind === 'question'
                                    ? promptText(cue.question) || say('build.video-editor.empty-question')
                                    : nameOf(cue.text) || say('build.video-editor.empty-note')}
                            </Button>
                        </li>
                    ))}
                </ul>
            </section>
        </div>
    );
}
