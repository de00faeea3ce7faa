import { type KeyboardEvent, type RefObject, useCallback, useEffect, useRef, useState } from 'react';
import type { Clip } from '../api/types';
import { Button } from '../ui/Button';
import { timecode } from '../ui/time';
import { say } from '../words/words';
import { addressOf, isOutside, useMedium } from './media';
import type { Playback } from './playback';
import { firstLanguage, remembered } from './remembered';
import { FileSurface, FrameSurface } from './Surface';
import { landing, pairs, type Seeking, type Stretches, withStretch } from './seeking';
import { Transcript } from './Transcript';
import { saidAt, useCaptions } from './useCaptions';
import { MoreControls, STEP, speeds, TimeLine } from './VideoControls';

export interface Stretch {
    from: number;
    to: number;
    speed: number;
}

interface Props {
    title: string;
    clip: Clip;
    startAt?: number;
    /** Moments shown on the timeline. */
    marks?: { at: number; done: boolean }[];
    /** It stops here, and unless seeking is free cannot be moved past it. */
    holdAt?: number | null;
    /** It pauses here when it comes by, and can be played on. */
    pausesAt?: number[];
    /** As far as it is known what comes: it waits here until more is. */
    knownTo?: number | null;
    /** Where it can be moved to: anywhere, back and forth as far as was seen, or anywhere before the next open cue. */
    seeking?: Seeking;
    /** What was seen before: from and to by turns, in seconds. */
    seen?: number[];
    /** Where its chapters begin, in order. */
    chapters?: { at: number; words: string }[];
    onWatched?: (stretch: Stretch) => void;
    /** It was moved, and stands there now. */
    onMoved?: (at: number) => void;
    onMoment?: (at: number) => void;
    /** It comes from elsewhere and cannot be had, or is there after all. */
    onAway?: (away: boolean) => void;
    /** How it is driven from outside. */
    driven?: RefObject<VideoDrive | null>;
}

/** What a page can do with the video that stands in it. */
export interface VideoDrive {
    pause: () => void;
    toggle: () => void;
    go: (to: number) => void;
    at: () => number;
}

/** How often what was seen is reported while it plays, in seconds of the video. */
const REPORT_EVERY = 10;

/** What is shorter was not played, but landed on, in seconds. */
const PLAYED = 0.2;

const nothing: never[] = [];

/** Plays a stretch of a video in place, wherever the video comes from. Times are seconds from the video's own start. */
export function VideoPlayer(props: Props) {
    const facts = useMedium(props.clip.media);
    if (props.clip.media === null) {
        return <p className="rounded-md border border-line bg-sheet p-4">{say('player.video-player.no-video-has-been-chosen')}</p>;
    }
    // Another file for the same video is another video to the browser.
    return <Playing key={`${props.clip.media} ${facts?.address}`} {...props} medium={props.clip.media} />;
}

function Playing({
    medium,
    title,
    clip,
    startAt,
    marks = nothing,
    holdAt = null,
    pausesAt = nothing,
    knownTo = null,
    seeking = 'free',
    seen = nothing,
    chapters = nothing,
    onWatched,
    onMoved,
    onMoment,
    onAway,
    driven,
}: Props & { medium: string }) {
    const facts = useMedium(medium);
    const playback = useRef<Playback | null>(null);
    const element = useRef<HTMLVideoElement>(null);
    const [duration, setDuration] = useState(facts?.seconds ?? null);
    const [at, setAt] = useState(startAt ?? clip.from);
    const [playing, setPlaying] = useState(false);
    const languages = facts?.captions ?? nothing;
    const [captioned, setCaptioned] = useState<string | null>(() => firstLanguage(languages));
    const [large, setLarge] = useState(remembered.large);
    const [transcribed, setTranscribed] = useState(remembered.transcribed);
    // It waits for what comes to be known, and goes on by itself.
    const [waiting, setWaiting] = useState(false);
    const [rate, setRate] = useState(remembered.rate);
    const [volume, setVolume] = useState(1);
    const [failed, setFailed] = useState(false);
    const [turn, setTurn] = useState(0);
    const since = useRef<number | null>(null);
    // Where it was a moment ago: a cue is come to by playing over it.
    const before = useRef(startAt ?? clip.from);
    // What was played here, beside what was seen before.
    const played = useRef<Stretches>([]);
    // Where it is to begin: it may be pulled elsewhere before the video has loaded.
    const wanted = useRef(startAt ?? clip.from);
    const end = Math.min(clip.to ?? Number.POSITIVE_INFINITY, duration ?? clip.to ?? clip.from);
    const lines = useCaptions(facts?.player == null ? null : medium, captioned);

    useEffect(() => {
        Object.assign(remembered, { rate, large, transcribed });
    }, [rate, large, transcribed]);
    const caption = (language: string | null) => {
        setCaptioned(language);
        remembered.captions = language === null ? 'off' : 'on';
        remembered.language = language ?? remembered.language;
    };

    const report = useCallback(() => {
        const player = playback.current;
        const from = since.current;
        since.current = null;
        if (player !== null && from !== null && player.at - from > PLAYED) {
            const to = Math.min(player.at, end);
            played.current = withStretch(played.current, [from, to]);
            onWatched?.({ from, to, speed: player.rate });
        }
    }, [end, onWatched]);

    const hold = useCallback(
        (moment: number) => {
            const player = playback.current;
            if (player === null) {
                return;
            }
            // Up to the cue itself, however short the way to it was.
            const from = Math.min(since.current ?? moment, moment);
            since.current = null;
            player.pause();
            player.go(moment);
            played.current = withStretch(played.current, [from, moment]);
            onWatched?.({ from, to: moment, speed: player.rate });
        },
        [onWatched],
    );

    const tick = useCallback(() => {
        const player = playback.current;
        if (player === null) {
            return;
        }
        const now = player.at;
        setAt(now);
        const last = before.current;
        before.current = now;
        onMoment?.(now);
        const pause = pausesAt.find((moment) => last < moment && now >= moment);
        if (player.paused) {
            return;
        }
        if (holdAt !== null && last <= holdAt && (now >= holdAt - 0.05 || now >= end)) {
            // One that a shorter file left behind the end is asked at the end.
            hold(holdAt);
        } else if (pause !== undefined) {
            player.pause();
            player.go(pause);
            before.current = pause;
        } else if (knownTo !== null && now >= knownTo) {
            player.pause();
            setWaiting(true);
        } else if (now >= end) {
            player.pause();
        } else if (since.current !== null && now - since.current >= REPORT_EVERY) {
            report();
            since.current = now;
        }
    }, [end, hold, holdAt, knownTo, onMoment, pausesAt, report]);

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

    // The service's own player stops itself there, which is more exact than to tell it when it has passed.
    const nextStop = [holdAt, ...pausesAt, clip.to]
        .filter((moment) => moment !== null && moment > at + 0.01)
        .sort((a, b) => Number(a) - Number(b))[0];
    useEffect(() => {
        playback.current?.stopAt(nextStop ?? null);
    }, [nextStop]);

    useEffect(() => {
        if (waiting && (knownTo === null || knownTo > (playback.current?.at ?? 0))) {
            setWaiting(false);
            playback.current?.play();
        }
    }, [waiting, knownTo]);

    // What was seen up to the moment the player is taken away counts too.
    const watched = useRef(onWatched);
    watched.current = onWatched;
    useEffect(
        () => () => {
            const player = playback.current;
            if (player !== null && since.current !== null && player.at - since.current > PLAYED) {
                watched.current?.({ from: since.current, to: player.at, speed: player.rate });
            }
        },
        [],
    );

    const seek = (to: number) => {
        const player = playback.current;
        if (player === null) {
            return;
        }
        const wasPlaying = !player.paused;
        report();
        const reached = pairs(seen).reduce(withStretch, withStretch(played.current, [clip.from, clip.from]));
        const target = landing(Math.max(clip.from, Math.min(to, end)), { seeking, reached, holdAt, start: clip.from });
        wanted.current = target;
        before.current = target;
        player.go(target);
        setAt(target);
        onMoment?.(target);
        onMoved?.(target);
        if (wasPlaying) {
            since.current = target;
        }
    };

    const setSpeed = (speed: number) => {
        report();
        setRate(speed);
        const player = playback.current;
        if (player !== null) {
            player.setRate(speed);
            since.current = player.paused ? null : player.at;
        }
    };

    const fullScreen = (event: { currentTarget: Element }) => {
        // With all of the walk in it, so that the question is there too.
        const whole = event.currentTarget.closest('[data-full-screen]') ?? event.currentTarget.closest('figure');
        void (document.fullscreenElement === null ? whole?.requestFullscreen() : document.exitFullscreen())?.catch(() => undefined);
    };

    const toggle = () => {
        const player = playback.current;
        if (player === null) {
            return;
        }
        if (!player.paused) {
            player.pause();
            return;
        }
        if (player.at >= end - 0.05 || player.at < clip.from) {
            before.current = clip.from;
            player.go(clip.from);
        }
        player.play();
    };

    /** One key each; what a field in it does with a key is the field's. */
    const onKeyDown = (event: KeyboardEvent<HTMLElement>) => {
        const player = playback.current;
        const isField =
            event.target instanceof HTMLSelectElement || (event.target instanceof HTMLInputElement && event.target.type !== 'range');
        if (player === null || isField || event.ctrlKey || event.metaKey || event.altKey) {
            return;
        }
        switch (event.key) {
            case ' ':
                if (event.target instanceof HTMLButtonElement) {
                    return;
                }
                toggle();
                break;
            case 'ArrowLeft':
            case 'ArrowRight':
                seek(player.at + (event.key === 'ArrowLeft' ? -1 : 1) * (event.shiftKey ? 1 : STEP));
                break;
            case 'm':
                player.setLoudness(player.loudness() === 0 ? 1 : 0);
                break;
            case 'c':
                caption(captioned === null ? (languages[0] ?? null) : null);
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

    const drive = { pause: () => playback.current?.pause(), toggle, go: seek, at: () => playback.current?.at ?? at };
    useEffect(() => {
        if (driven !== undefined) {
            driven.current = drive;
        }
    });

    const told = {
        onReady: (length: number) => {
            if (Number.isFinite(length)) {
                setDuration(length);
            }
            setFailed(false);
            onAway?.(false);
            playback.current?.go(wanted.current);
            playback.current?.setRate(rate);
        },
        onPlay: () => {
            setFailed(false);
            setPlaying(true);
            since.current = playback.current?.at ?? null;
        },
        onPause: () => {
            // A player of its own may have stopped at the cue, or at the end, by itself.
            const now = playback.current?.at ?? 0;
            if (holdAt !== null && since.current !== null && Math.abs(now - holdAt) <= 0.1) {
                hold(holdAt);
            }
            setPlaying(false);
            report();
        },
        onAt: tick,
        onLoudness: setVolume,
        onFailed: () => {
            setFailed(true);
            if (isOutside(facts)) {
                onAway?.(true);
            }
        },
    };
    const surface = { playback, address: addressOf(medium, facts), title, told, onPress: toggle, large };
    const chapter = chapters.findLast((one) => one.at <= at + 0.05);

    return (
        <figure className="m-0 overflow-hidden rounded-md border border-line bg-sheet" onKeyDown={onKeyDown}>
            <div className="relative" key={turn}>
                {facts?.player == null ? (
                    <FileSurface {...surface} medium={medium} languages={languages} captioned={captioned} element={element} />
                ) : (
                    <FrameSurface {...surface} player={facts.player} caption={lines === null ? null : saidAt(lines, at)} />
                )}
            </div>
            {waiting && (
                <p role="status" className="bg-yet-tint px-3 py-2 text-sm">
                    {say('player.video-player.it-waits')}
                </p>
            )}
            {failed && (
                <div role="alert" className="flex flex-wrap items-center gap-2 bg-yet-tint px-3 py-2 text-sm">
                    {isOutside(facts) ? (
                        <>
                            <p className="flex-1">{say('player.video-player.it-is-away')}</p>
                            <Button
                                onClick={() => {
                                    setFailed(false);
                                    setTurn(turn + 1);
                                }}
                            >
                                {say('player.video-player.try-again')}
                            </Button>
                        </>
                    ) : (
                        <p>{say('player.video-player.the-video-cannot-be-loaded')}</p>
                    )}
                </div>
            )}
            <TimeLine title={title} at={at} from={clip.from} end={end} playing={playing} marks={marks} onToggle={toggle} onGo={seek} />
            {chapters.length > 0 && (
                <details className="border-t border-line px-3 py-1 text-sm">
                    <summary className="min-h-8 content-center">
                        <b>{say('player.video-player.chapters', { n: chapters.length })}</b> {chapter?.words}
                    </summary>
                    <ol className="pb-2">
                        {chapters.map((one) => (
                            <li key={one.at}>
                                <button
                                    type="button"
                                    aria-current={one === chapter ? 'true' : undefined}
                                    className={`grid min-h-9 w-full grid-cols-[3.5rem_1fr] items-center text-left hover:bg-tint ${one === chapter ? 'font-semibold' : ''}`}
                                    onClick={() => seek(one.at)}
                                >
                                    <span className="text-soft">{timecode(Math.floor(one.at))}</span>
                                    <span>{one.words}</span>
                                </button>
                            </li>
                        ))}
                    </ol>
                </details>
            )}
            <MoreControls
                rate={rate}
                onRate={setSpeed}
                volume={volume}
                onVolume={(level) => playback.current?.setLoudness(level)}
                languages={languages}
                captioned={captioned}
                onCaptioned={caption}
                large={large}
                onLarge={() => setLarge(!large)}
                transcribed={transcribed}
                onTranscribed={() => setTranscribed(!transcribed)}
                onWindow={
                    facts?.player == null && document.pictureInPictureEnabled
                        ? () => void element.current?.requestPictureInPicture().catch(() => undefined)
                        : null
                }
                onFullScreen={fullScreen}
            />
            {transcribed && languages.length > 0 && (
                <Transcript
                    medium={medium}
                    language={captioned ?? languages[0] ?? ''}
                    title={title}
                    at={at}
                    onGo={seek}
                    chapters={chapters}
                />
            )}
        </figure>
    );
}
