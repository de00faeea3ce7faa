import { ArrowLeft } from 'lucide-react';
import { type KeyboardEvent, type ReactNode, useCallback, useMemo, useRef, useState } from 'react';
import type { Cue, QuizDocument, VideoStop } from '../../../api/types';
import { type VideoDrive, VideoPlayer } from '../../../player/VideoPlayer';
import { addCue, clipsOf, copiedCue, cueName, putClip, putCue } from '../../../quiz/cues';
import { putStop } from '../../../quiz/document';
import { useMedia } from '../../../richtext/media';
import { Button } from '../../../ui/Button';
import { timecode } from '../../../ui/time';
import { say } from '../../../words/words';
import { CaptionEditor } from './CaptionEditor';
import { CueList } from './CueList';
import { Playhead, useMoment } from './playhead';
import { Timeline } from './Timeline';
import { useCaptionTrack } from './useCaptionTrack';

interface Props {
    document: QuizDocument;
    stop: VideoStop;
    selected: string | null;
    edit: (document: QuizDocument) => void;
    select: (id: string) => void;
    /** Begins something at a moment, with the cursor in its text. */
    onAdd: (stop: VideoStop, kind: Cue['kind'], at: number) => void;
    /** Deletes it, and offers to bring it back. */
    onRemove: (id: string) => void;
    onClose: () => void;
    /** What is selected, to be edited. */
    editor: ReactNode;
}

/** Seconds that an arrow goes, and with Shift. */
const STEP = 1;
const STRIDE = 5;

/** A video on the bench: it plays, and what stands at its moments is laid out on a timeline as wide as the screen. */
export function Bench({ document, stop, selected, edit, select, onAdd, onRemove, onClose, editor }: Props) {
    const [playhead] = useState(() => new Playhead());
    const video = useRef<VideoDrive>(null);
    const medium = useMedia().find((one) => one.id === stop.clip.media) ?? null;
    const captioning = useCaptionTrack(stop.clip.media ?? '');
    const [tab, setTab] = useState<'cues' | 'captions'>('cues');
    const [wanted, setWanted] = useState<{ index: number; turn: number } | null>(null);
    const [copied, setCopied] = useState<Cue | null>(null);
    const length = medium?.seconds ?? Math.max(stop.clip.to ?? 0, ...stop.cues.map((cue) => cue.at + 10), 60);
    const whole = useMemo(() => ({ media: stop.clip.media, from: 0, to: null }), [stop.clip.media]);
    const marks = useMemo(() => stop.cues.map((cue) => ({ at: cue.at, done: false })), [stop.cues]);
    const chapters = useMemo(
        () => stop.cues.filter((cue) => cue.kind === 'heading').map((cue) => ({ at: cue.at, words: cueName(cue) })),
        [stop.cues],
    );
    const clips = useMemo(() => (stop.clip.media === null ? [] : clipsOf(document, stop.clip.media)), [document, stop.clip.media]);
    // What marks call is the same through all changes, so that a change draws only what it is about.
    const newest = useRef({ document, stop, edit, captioning });
    newest.current = { document, stop, edit, captioning };

    const go = useCallback((to: number) => video.current?.go(to), []);
    const moveCue = useCallback((id: string, at: number) => {
        const now = newest.current;
        const cue = now.stop.cues.find((one) => one.id === id);
        if (cue !== undefined) {
            now.edit(putCue(now.document, now.stop, { ...cue, at }));
        }
    }, []);
    const trim = useCallback((clip: VideoStop['clip']) => {
        newest.current.edit(putStop(newest.current.document, { ...newest.current.stop, clip }));
    }, []);
    const stretch = useCallback(
        (rung: string, clip: VideoStop['clip']) => newest.current.edit(putClip(newest.current.document, rung, clip)),
        [],
    );
    const choose = useCallback(
        (id: string) => {
            const cue = newest.current.stop.cues.find((one) => one.id === id);
            if (cue !== undefined) {
                video.current?.go(cue.at);
            }
            select(id);
        },
        [select],
    );
    const copy = (id: string) => setCopied(stop.cues.find((cue) => cue.id === id) ?? null);
    const paste = () => {
        if (copied !== null) {
            const cue = copiedCue(copied, playhead.at);
            edit(addCue(document, stop, cue));
            select(cue.id);
        }
    };
    const add = (kind: Cue['kind']) => {
        video.current?.pause();
        setTab('cues');
        onAdd(stop, kind, video.current?.at() ?? playhead.at);
    };
    const nextCue = (by: 1 | -1) => {
        const at = playhead.at;
        const cue = by === 1 ? stop.cues.find((one) => one.at > at + 0.05) : stop.cues.findLast((one) => one.at < at - 0.05);
        if (cue !== undefined) {
            go(cue.at);
        }
    };
    const onLine = useCallback((index: number) => {
        setTab('captions');
        setWanted((before) => ({ index, turn: (before?.turn ?? 0) + 1 }));
        video.current?.go(newest.current.captioning.lines[index]?.from ?? 0);
    }, []);
    const onCueKey = useCallback(
        (id: string, event: KeyboardEvent) => {
            if (event.key === 'Delete' || event.key === 'Backspace') {
                onRemove(id);
                return true;
            }
            if ((event.ctrlKey || event.metaKey) && event.key === 'c') {
                setCopied(newest.current.stop.cues.find((cue) => cue.id === id) ?? null);
                return true;
            }
            return false;
        },
        [onRemove],
    );

    /** Wherever one is that writes nothing: space plays, arrows go, Enter asks here. */
    const onKey = (event: KeyboardEvent) => {
        const at = video.current?.at() ?? playhead.at;
        const by = event.key === 'ArrowLeft' ? -1 : event.key === 'ArrowRight' ? 1 : 0;
        if (event.key === ' ') {
            video.current?.toggle();
        } else if (by !== 0 && event.altKey) {
            nextCue(by === 1 ? 1 : -1);
        } else if (by !== 0) {
            go(at + by * (event.shiftKey ? STRIDE : STEP));
        } else if (event.key === 'Enter') {
            add('question');
        } else if (event.key === 'Home' || event.key === 'End') {
            go(event.key === 'Home' ? stop.clip.from : (stop.clip.to ?? length));
        } else if ((event.ctrlKey || event.metaKey) && event.key === 'v' && copied !== null) {
            paste();
        } else {
            return;
        }
        event.preventDefault();
        event.stopPropagation();
    };
    const inPlayer = (event: KeyboardEvent) => {
        if (event.target instanceof HTMLInputElement && event.target.type === 'range' && event.target.closest('label') === null) {
            onKey(event);
        }
    };

    if (stop.clip.media === null || medium === null) {
        return null;
    }
    return (
        <div className="flex min-h-0 flex-1 flex-col gap-2 px-5 pb-3" data-bench>
            <div className="flex flex-wrap items-center gap-2">
                <Button weight="quiet" className="-ml-3" onClick={onClose}>
                    <ArrowLeft size={18} aria-hidden="true" /> {say('build.bench.back-to-the-picture')}
                </Button>
                <h2 className="mr-auto min-w-0 truncate text-lg">
                    <button type="button" className="underline-offset-4 hover:underline" onClick={() => select(stop.id)}>
                        {stop.title || medium.title}
                    </button>
                </h2>
                <Here playhead={playhead} onAsk={() => add('question')} />
                <Button onClick={() => add('note')}>{say('build.bench.note-here')}</Button>
                <Button onClick={() => add('comments')}>{say('build.bench.comments-here')}</Button>
                <Button onClick={() => add('heading')}>{say('build.bench.heading-here')}</Button>
                {copied !== null && <Button onClick={paste}>{say('build.bench.paste-here')}</Button>}
            </div>
            <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)] gap-3 lg:grid-cols-[minmax(0,1fr)_minmax(0,0.95fr)_26rem]">
                <div className="min-h-0 lg:overflow-y-auto" onKeyDownCapture={inPlayer}>
                    <VideoPlayer
                        title={stop.title || medium.title}
                        clip={whole}
                        startAt={stop.clip.from}
                        marks={marks}
                        chapters={chapters}
                        driven={video}
                        onMoment={playhead.set}
                    />
                </div>
                <section
                    aria-label={say('build.bench.what-is-in-it')}
                    className="flex min-h-60 flex-col overflow-hidden rounded-lg border border-line bg-paper"
                >
                    <div role="tablist" className="flex border-b border-line">
                        {(['cues', 'captions'] as const).map((one) => (
                            <button
                                key={one}
                                type="button"
                                role="tab"
                                aria-selected={tab === one}
                                className="min-h-10 flex-1 border-b-2 border-transparent px-3 text-sm font-semibold text-soft aria-selected:border-accent aria-selected:text-ink"
                                onClick={() => setTab(one)}
                            >
                                {say('build.bench.tab', { tab: one, n: one === 'cues' ? stop.cues.length : captioning.lines.length })}
                            </button>
                        ))}
                    </div>
                    {tab === 'cues' ? (
                        <div className="min-h-0 flex-1 overflow-y-auto">
                            <CueList
                                cues={stop.cues}
                                playhead={playhead}
                                selected={selected}
                                onSelect={choose}
                                onCopy={copy}
                                onRemove={onRemove}
                            />
                        </div>
                    ) : (
                        <CaptionEditor captioning={captioning} playhead={playhead} wanted={wanted} onGo={go} />
                    )}
                </section>
                {editor}
            </div>
            <Timeline
                medium={medium}
                length={length}
                clip={stop.clip}
                cues={stop.cues}
                clips={clips}
                lines={captioning.lines}
                playhead={playhead}
                selected={selected}
                onGo={go}
                onSelect={choose}
                onCue={moveCue}
                onCueKey={onCueKey}
                onTrim={trim}
                onClip={stretch}
                onLine={onLine}
                onKey={onKey}
            />
        </div>
    );
}

/** The button that asks at the moment where the video stands. */
function Here({ playhead, onAsk }: { playhead: Playhead; onAsk: () => void }) {
    const time = useMoment(playhead, (at) => timecode(Math.round(at * 10) / 10));
    return (
        <Button weight="main" onClick={onAsk}>
            {say('build.bench.ask-here', { time })}
        </Button>
    );
}
