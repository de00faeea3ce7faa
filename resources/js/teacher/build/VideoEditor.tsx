import { useRef, useState } from 'react';
import type { Cue, QuizDocument, VideoStop } from '../../api/types';
import { type VideoDrive, VideoPlayer } from '../../player/VideoPlayer';
import { addCue, cueName, newCue } from '../../quiz/cues';
import { putStop } from '../../quiz/document';
import { Button } from '../../ui/Button';
import { Field } from '../../ui/Field';
import { EndField, TimecodeField } from '../../ui/TimecodeField';
import { timecode } from '../../ui/time';
import { say } from '../../words/words';
import { VideoChooser } from './VideoChooser';

interface Props {
    document: QuizDocument;
    stop: VideoStop;
    change: (document: QuizDocument) => void;
    select: (id: string) => void;
    /** Puts it on the bench; null where it is there. */
    onBench: ((stop: string) => void) | null;
}

/** A video stop: which video and which part of it, and the questions at its moments. */
export function VideoEditor({ document, stop, change, select, onBench }: Props) {
    const video = useRef<VideoDrive>(null);
    const [at, setAt] = useState(stop.clip.from);
    const put = (changes: Partial<VideoStop>) => change(putStop(document, { ...stop, ...changes }));
    const add = (kind: Cue['kind']) => {
        video.current?.pause();
        const cue = newCue(kind, at, document.questionPoints);
        change(addCue(document, stop, cue));
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
            <VideoChooser value={stop.clip.media} onChange={(media) => put({ clip: { ...stop.clip, media } })} />
            {stop.clip.media !== null && (
                <>
                    {onBench !== null && (
                        <Button weight="main" onClick={() => onBench(stop.id)}>
                            {say('build.bench.open')}
                        </Button>
                    )}
                    {onBench !== null && (
                        <>
                            <VideoPlayer
                                key={stop.clip.media}
                                driven={video}
                                title={stop.title}
                                clip={stop.clip}
                                marks={stop.cues.map((cue) => ({ at: cue.at, done: false }))}
                                onMoment={setAt}
                            />
                            <Button onClick={() => add('question')}>
                                {say('build.video-editor.add-a-question-here-at', { time: timecode(Math.round(at * 10) / 10) })}
                            </Button>
                            <div className="flex gap-2">
                                <Button onClick={() => add('note')}>{say('build.video-editor.add-a-note-here')}</Button>
                                <Button onClick={() => add('comments')}>{say('build.video-editor.add-time-for-comments-here')}</Button>
                            </div>
                        </>
                    )}
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
            {onBench !== null && (
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
                                    {cueName(cue) ||
                                        say(
                                            cue.kind === 'question' ? 'build.video-editor.empty-question' : 'build.video-editor.empty-note',
                                        )}
                                </Button>
                            </li>
                        ))}
                    </ul>
                </section>
            )}
        </div>
    );
}
