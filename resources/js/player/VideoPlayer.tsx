import { AArrowUp, Captions, Maximize, Pause, PictureInPicture2, Play, RotateCcw, Volume2, VolumeX } from 'lucide-react';
import { type KeyboardEvent, type ReactNode, type RefObject, useCallback, useEffect, useRef, useState } from 'react';
import type { Clip } from '../api/types';
import { timecode } from '../ui/time';
import { say } from '../words/words';
import { landing, pairs, type Seeking, type Stretches, withStretch } from './seeking';

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
    /** As far as it is known what comes: it waits here until more is. */
    knownTo?: number | null;
    /** Where it can be moved to: anywhere, back and forth as far as was seen, or anywhere before the next open cue. */
    seeking?: Seeking;
    /** What was seen before: from and to by turns, in seconds. */
    seen?: number[];
    onWatched?: (stretch: Stretch) => void;
    /** It was moved, and stands there now. */
    onMoved?: (at: number) => void;
    onMoment?: (at: number) => void;
    video?: RefObject<HTMLVideoElement | null>;
    children?: ReactNode;
}

/** How often what was seen is reported while it plays, in seconds of the video. */
const REPORT_EVERY = 10;

/** Seconds that a step back goes, and a press of an arrow. */
const STEP = 5;

const speeds = [0.5, 0.75, 1, 1.25, 1.5, 2];

const nothing: number[] = [];

/** Plays a stretch of a video in place. Times are seconds from the video's own start. */
export function VideoPlayer({
    title,
    clip,
    length,
    captions,
    startAt,
    marks = [],
    holdAt = null,
    knownTo = null,
    seeking = 'free',
    seen = nothing,
    onWatched,
    onMoved,
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
    const [large, setLarge] = useState(false);
    // It waits for what comes to be known, and goes on by itself.
    const [waiting, setWaiting] = useState(false);
    const [rate, setRate] = useState(1);
    const [volume, setVolume] = useState(1);
    const [failed, setFailed] = useState(false);
    const since = useRef<number | null>(null);
    // Where it was a moment ago: a cue is come to by playing over it.
    const before = useRef(startAt ?? clip.from);
    // What was played here, beside what was seen before.
    const played = useRef<Stretches>([]);
    // Where it is to begin: it may be pulled elsewhere before the video has loaded.
    const wanted = useRef(startAt ?? clip.from);
    const end = clip.to ?? duration ?? clip.from;

    const report = useCallback(() => {
        const player = video.current;
        const from = since.current;
        since.current = null;
        if (player !== null && from !== null && player.currentTime - from > 0.2) {
            const to = Math.min(player.currentTime, end);
            played.current = withStretch(played.current, [from, to]);
            onWatched?.({ from, to, speed: player.playbackRate });
        }
    }, [end, onWatched, video]);

    const hold = useCallback(
        (moment: number) => {
            const player = video.current;
            if (player === null) {
                return;
            }
            // Up to the cue itself, however short the way to it was.
            const from = Math.min(since.current ?? moment, moment);
            since.current = null;
            player.pause();
            player.currentTime = moment;
            played.current = withStretch(played.current, [from, moment]);
            onWatched?.({ from, to: moment, speed: player.playbackRate });
        },
        [onWatched, video],
    );

    const tick = useCallback(() => {
        const player = video.current;
        if (player === null) {
            return;
        }
        setAt(player.currentTime);
        const last = before.current;
        before.current = player.currentTime;
        onMoment?.(player.currentTime);
        if (holdAt !== null && !player.paused && last <= holdAt && player.currentTime >= holdAt - 0.05) {
            hold(holdAt);
        } else if (knownTo !== null && !player.paused && player.currentTime >= knownTo) {
            player.pause();
            setWaiting(true);
        } else if (!player.paused && player.currentTime >= end) {
            player.pause();
        } else if (!player.paused && since.current !== null && player.currentTime - since.current >= REPORT_EVERY) {
            report();
            since.current = player.currentTime;
        }
    }, [end, hold, holdAt, knownTo, onMoment, report, video]);

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

    useEffect(() => {
        if (waiting && (knownTo === null || knownTo > (video.current?.currentTime ?? 0))) {
            setWaiting(false);
            video.current?.play().catch(() => setFailed(true));
        }
    }, [waiting, knownTo, video]);

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
        const reached = pairs(seen).reduce(withStretch, withStretch(played.current, [clip.from, clip.from]));
        const target = landing(Math.max(clip.from, Math.min(to, end)), { seeking, reached, holdAt, start: clip.from });
        wanted.current = target;
        before.current = target;
        player.currentTime = target;
        setAt(target);
        onMoment?.(target);
        onMoved?.(target);
        if (wasPlaying) {
            since.current = target;
        }
    };

    const setSpeed = (rate: number) => {
        report();
        setRate(rate);
        if (video.current !== null) {
            video.current.playbackRate = rate;
            since.current = video.current.paused ? null : video.current.currentTime;
        }
    };

    const fullScreen = (event: { currentTarget: Element }) => {
        // With all of the walk in it, so that the question is there too.
        const whole = event.currentTarget.closest('[data-full-screen]') ?? event.currentTarget.closest('figure');
        void (document.fullscreenElement === null ? whole?.requestFullscreen() : document.exitFullscreen())?.catch(() => undefined);
    };

    /** One key each; what a field in it does with a key is the field's. */
    const onKeyDown = (event: KeyboardEvent<HTMLElement>) => {
        const player = video.current;
        const isField = event.target instanceof HTMLSelectElement || event.target instanceof HTMLTextAreaElement;
        if (player === null || isField || event.ctrlKey || event.metaKey || event.altKey) {
            return;
        }
        const isButton = event.target instanceof HTMLButtonElement;
        switch (event.key) {
            case ' ':
                if (isButton) {
                    return;
                }
                toggle();
                break;
            case 'ArrowLeft':
            case 'ArrowRight':
                seek(player.currentTime + (event.key === 'ArrowLeft' ? -1 : 1) * (event.shiftKey ? 1 : STEP));
                break;
            case 'm':
                player.muted = !player.muted;
                break;
            case 'c':
                setCaptioned(!captioned);
                break;
            case 'f':
                fullScreen(event);
                break;
            case '<':
            case '>':
                setSpeed(speeds[Math.max(0, Math.min(speeds.length - 1, speeds.indexOf(rate) + (event.key === '<' ? -1 : 1)))] ?? 1);
                break;
            default:
                return;
        }
        event.preventDefault();
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
        <figure className="m-0 overflow-hidden rounded-md border border-line bg-sheet" onKeyDown={onKeyDown}>
            <div className="relative">
                {/* biome-ignore lint/a11y/useMediaCaption: a caption track is there whenever the video has captions */}
                <video
                    ref={video}
                    className={`block aspect-video w-full bg-earth object-contain [@media(max-height:500px)]:max-h-[60dvh] [:fullscreen_&]:max-h-[70dvh] ${large ? 'large-captions' : ''}`}
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
                    onVolumeChange={(event) => setVolume(event.currentTarget.muted ? 0 : event.currentTarget.volume)}
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
            {waiting && (
                <p role="status" className="bg-yet-tint px-3 py-2 text-sm">
                    {say('player.video-player.it-waits')}
                </p>
            )}
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
                <button
                    type="button"
                    onClick={() => seek((video.current?.currentTime ?? 0) - STEP)}
                    className="grid size-11 shrink-0 place-items-center rounded-md hover:bg-tint"
                    aria-label={say('player.video-player.a-step-back', { seconds: STEP })}
                >
                    <RotateCcw size={20} />
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
            </div>
            <div className="flex flex-wrap items-center gap-x-1 gap-y-1 px-2 pb-1.5">
                <select
                    className="min-h-11 rounded-md border border-line bg-sheet px-1 text-sm"
                    aria-label={say('player.video-player.speed')}
                    value={rate}
                    onChange={(event) => setSpeed(Number(event.currentTarget.value))}
                >
                    {speeds.map((one) => (
                        <option key={one} value={one}>
                            {say('player.video-player.times', { speed: one })}
                        </option>
                    ))}
                </select>
                <label className="flex min-h-11 items-center gap-1 px-1 max-sm:hidden">
                    {volume === 0 ? <VolumeX size={20} aria-hidden="true" /> : <Volume2 size={20} aria-hidden="true" />}
                    <input
                        type="range"
                        className="w-16 accent-accent"
                        min={0}
                        max={1}
                        step={0.1}
                        value={volume}
                        aria-label={say('player.video-player.volume')}
                        onKeyDown={(event) => event.stopPropagation()}
                        onChange={(event) => {
                            if (video.current !== null) {
                                video.current.muted = false;
                                video.current.volume = Number(event.currentTarget.value);
                            }
                        }}
                    />
                </label>
                <span className="ml-auto flex items-center">
                    {captions && (
                        <>
                            <Toggle label={say('player.video-player.captions')} on={captioned} onClick={() => setCaptioned(!captioned)}>
                                <Captions size={22} />
                            </Toggle>
                            {captioned && (
                                <Toggle label={say('player.video-player.large-captions')} on={large} onClick={() => setLarge(!large)}>
                                    <AArrowUp size={22} />
                                </Toggle>
                            )}
                        </>
                    )}
                    {document.pictureInPictureEnabled && (
                        <button
                            type="button"
                            className={sign}
                            aria-label={say('player.video-player.picture-in-picture')}
                            onClick={() => void video.current?.requestPictureInPicture().catch(() => undefined)}
                        >
                            <PictureInPicture2 size={20} />
                        </button>
                    )}
                    <button type="button" className={sign} aria-label={say('player.video-player.full-screen')} onClick={fullScreen}>
                        <Maximize size={20} />
                    </button>
                </span>
            </div>
        </figure>
    );
}

const sign = 'grid size-11 shrink-0 place-items-center rounded-md text-soft hover:bg-tint';

function Toggle({ label, on, onClick, children }: { label: string; on: boolean; onClick: () => void; children: ReactNode }) {
    return (
        <button type="button" className={`${sign} ${on ? 'text-accent' : ''}`} aria-pressed={on} aria-label={label} onClick={onClick}>
            {children}
        </button>
    );
}
