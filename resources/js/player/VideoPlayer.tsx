import { Captions, Pause, Play } from 'lucide-react';
import { type ReactNode, type RefObject, useCallback, useEffect, useRef, useState } from 'react';
import type { Clip } from '../api/types';
import { timecode } from '../ui/time';
import { say } from '../words/words';

export interface Stretch {
    from: number;
    to: number;
    speed: number;
}

interface Props {
    title: string;
    clip: Clip;
    /** Length of the whole video in seconds, as far as known before it loads. */
    length: number | null;
    captions: boolean;
    startAt?: number;
    /** Moments shown on the timeline. */
    marks?: { at: number; done: boolean }[];
    /** It stops here, and unless seeking is free cannot be moved past it. */
    holdAt?: number | null;
    /** Where it can be moved to: anywhere, back only, or anywhere before the next open cue. */
    seeking?: 'free' | 'back' | 'open-cue';
    onWatched?: (stretch: Stretch) => void;
    onHeld?: (at: number) => void;
    onMoment?: (at: number) => void;
    video?: RefObject<HTMLVideoElement | null>;
    children?: ReactNode;
}

/** How often what was seen is reported while it plays, in seconds of the video. */
const REPORT_EVERY = 10;

/** Plays a stretch of a video in place. Times are seconds from the video's own start. */
export function VideoPlayer({
    title,
    clip,
    length,
    captions,
    startAt,
    marks = [],
    holdAt = null,
    seeking = 'open-cue',
    onWatched,
    onHeld,
    onMoment,
    video: given,
    children,
}: Props) {
    const own = useRef<HTMLVideoElement>(null);
    const video = given ?? own;
    const [duration, setDuration] = useState(length);
    const [at, setAt] = useState(startAt ?? clip.from);
    const [playing, setPlaying] = useState(false);
    const [captioned, setCaptioned] = useState(captions);
    const [failed, setFailed] = useState(false);
    const since = useRef<number | null>(null);
    // How far it has been played, for those who may only go back.
    const furthest = useRef(startAt ?? clip.from);
    // Where it is to begin: it may be pulled elsewhere before the video has loaded.
    const wanted = useRef(startAt ?? clip.from);
    const end = clip.to ?? duration ?? clip.from;

    const report = useCallback(() => {
        const player = video.current;
        const from = since.current;
        since.current = null;
        if (player !== null && from !== null && player.currentTime - from > 0.2) {
            onWatched?.({ from, to: Math.min(player.currentTime, end), speed: player.playbackRate });
        }
    }, [end, onWatched, video]);

    const hold = useCallback(
        (moment: number) => {
            const player = video.current;
            if (player === null) {
                return;
            }
            player.pause();
            player.currentTime = moment;
            onHeld?.(moment);
        },
        [onHeld, video],
    );

    const tick = useCallback(() => {
        const player = video.current;
        if (player === null) {
            return;
        }
        setAt(player.currentTime);
        furthest.current = Math.max(furthest.current, player.currentTime);
        onMoment?.(player.currentTime);
        if (holdAt !== null && !player.paused && player.currentTime >= holdAt - 0.05) {
            report();
            hold(holdAt);
        } else if (!player.paused && player.currentTime >= end) {
            player.pause();
        } else if (!player.paused && since.current !== null && player.currentTime - since.current >= REPORT_EVERY) {
            report();
            since.current = player.currentTime;
        }
    }, [end, hold, holdAt, onMoment, report, video]);

    useEffect(() => {
        if (!playing) {
            return;
        }
        let next = requestAnimationFrame(function again() {
            tick();
            next = requestAnimationFrame(again);
        });
        return () => cancelAnimationFrame(next);
    }, [playing, tick]);

    // What was seen up to the moment the player is taken away counts too.
    const watched = useRef(onWatched);
    watched.current = onWatched;
    useEffect(() => {
        const player = video.current;
        return () => {
            if (player !== null && since.current !== null && player.currentTime - since.current > 0.2) {
                watched.current?.({ from: since.current, to: player.currentTime, speed: player.playbackRate });
            }
        };
    }, [video]);

    useEffect(() => {
        const track = video.current?.textTracks[0];
        if (track !== undefined) {
            track.mode = captioned ? 'showing' : 'hidden';
        }
    }, [captioned, video]);

    const seek = (to: number) => {
        const player = video.current;
        if (player === null) {
            return;
        }
        const wasPlaying = !player.paused;
        report();
        const latest = seeking === 'back' ? Math.max(furthest.current, player.currentTime) : end;
        const target = Math.max(clip.from, Math.min(to, end, latest));
        if (seeking !== 'free' && holdAt !== null && target >= holdAt - 0.05) {
            hold(holdAt);
            return;
        }
        wanted.current = target;
        player.currentTime = target;
        setAt(target);
        onMoment?.(target);
        if (wasPlaying) {
            since.current = target;
        }
    };

    const toggle = () => {
        const player = video.current;
        if (player === null) {
            return;
        }
        if (!player.paused) {
            player.pause();
            return;
        }
        if (player.currentTime >= end - 0.05 || player.currentTime < clip.from) {
            player.currentTime = clip.from;
        }
        player.play().catch(() => setFailed(true));
    };

    if (clip.media === null) {
        return <p className="rounded-md border border-line bg-sheet p-4">{say('player.video-player.no-video-has-been-chosen')}</p>;
    }

    return (
        <figure className="m-0 overflow-hidden rounded-md border border-line bg-sheet">
            <div className="relative">
                {/* biome-ignore lint/a11y/useMediaCaption: a caption track is there whenever the video has captions */}
                <video
                    ref={video}
                    className="block aspect-video w-full bg-earth object-contain"
                    src={`/media/${clip.media}`}
                    preload="metadata"
                    playsInline
                    aria-label={title}
                    onClick={toggle}
                    onLoadedMetadata={(event) => {
                        setDuration(event.currentTarget.duration);
                        event.currentTarget.currentTime = wanted.current;
                    }}
                    onPlay={(event) => {
                        setFailed(false);
                        setPlaying(true);
                        since.current = event.currentTarget.currentTime;
                    }}
                    onPause={() => {
                        setPlaying(false);
                        report();
                    }}
                    onTimeUpdate={tick}
                    onError={() => setFailed(true)}
                >
                    {captions && (
                        <track
                            kind="captions"
                            src={`/media/${clip.media}/captions`}
                            srcLang="en"
                            label={say('player.video-player.captions')}
                            default
                        />
                    )}
                </video>
                {children}
            </div>
            {failed && (
                <p role="alert" className="bg-yet-tint px-3 py-2 text-sm">
                    {say('player.video-player.the-video-cannot-be-loaded')}
                </p>
            )}
            <div className="flex items-center gap-2 px-2 py-1.5">
                <button
                    type="button"
                    onClick={toggle}
                    className="grid size-11 shrink-0 place-items-center rounded-md hover:bg-tint"
                    aria-label={playing ? say('player.video-player.pause') : say('player.video-player.play')}
                >
                    {playing ? <Pause size={22} /> : <Play size={22} />}
                </button>
                <div className="relative flex-1 pt-1">
                    <input
                        type="range"
                        className="block w-full accent-accent"
                        min={clip.from}
                        max={Math.max(end, clip.from + 0.1)}
                        step={0.1}
                        value={Math.min(Math.max(at, clip.from), Math.max(end, clip.from))}
                        onChange={(event) => seek(Number(event.currentTarget.value))}
                        aria-label={say('player.video-player.moment-of-the-video', { title })}
                        aria-valuetext={say('player.video-player.of', { time: timecode(at - clip.from), time2: timecode(end - clip.from) })}
                    />
                    {end > clip.from && (
                        <div className="pointer-events-none relative mx-2 h-2" aria-hidden="true">
                            {marks.map((mark) => (
                                <span
                                    key={mark.at}
                                    className={`absolute top-0 h-2 w-0.5 ${mark.done ? 'bg-edge' : 'bg-accent'}`}
                                    style={{ left: `${((mark.at - clip.from) / (end - clip.from)) * 100}%` }}
                                />
                            ))}
                        </div>
                    )}
                </div>
                <span className="text-sm text-soft">
                    {timecode(Math.max(0, Math.floor(at) - Math.floor(clip.from)))} / {timecode(Math.max(0, Math.round(end - clip.from)))}
                </span>
                {captions && (
                    <button
                        type="button"
                        className={`grid size-11 shrink-0 place-items-center rounded-md hover:bg-tint ${captioned ? 'text-accent' : 'text-soft'}`}
                        aria-pressed={captioned}
                        aria-label={say('player.video-player.captions')}
                        onClick={() => setCaptioned(!captioned)}
                    >
                        <Captions size={22} />
                    </button>
                )}
            </div>
        </figure>
    );
}
