import { AArrowUp, Captions, Maximize, Pause, PictureInPicture2, Play, RotateCcw, ScrollText, Volume2, VolumeX } from 'lucide-react';
import type { ReactNode } from 'react';
import { timecode } from '../ui/time';
import { locale, say } from '../words/words';
import { languageName } from './useCaptions';

/** Speeds that a video is played at, times as fast as it was made. */
export const speeds = [0.5, 0.75, 1, 1.25, 1.5, 2];

/** Seconds that a step back goes, and a press of an arrow. */
export const STEP = 5;

interface LineProps {
    title: string;
    at: number;
    from: number;
    end: number;
    playing: boolean;
    /** Moments that stand on the line. */
    marks: { at: number; done: boolean }[];
    onToggle: () => void;
    onGo: (to: number) => void;
}

/** Play, a step back, and the line of the video's time. */
export function TimeLine({ title, at, from, end, playing, marks, onToggle, onGo }: LineProps) {
    return (
        <div className="flex items-center gap-2 px-2 py-1.5">
            <Sign label={playing ? say('player.video-player.pause') : say('player.video-player.play')} onClick={onToggle}>
                {playing ? <Pause size={22} /> : <Play size={22} />}
            </Sign>
            <Sign label={say('player.video-player.a-step-back', { seconds: STEP })} onClick={() => onGo(at - STEP)}>
                <RotateCcw size={20} />
            </Sign>
            <div className="relative flex-1 pt-1">
                <input
                    type="range"
                    className="block w-full accent-accent"
                    min={from}
                    max={Math.max(end, from + 0.1)}
                    step={0.1}
                    value={Math.min(Math.max(at, from), Math.max(end, from))}
                    onChange={(event) => onGo(Number(event.currentTarget.value))}
                    aria-label={say('player.video-player.moment-of-the-video', { title })}
                    aria-valuetext={say('player.video-player.of', { time: timecode(at - from), time2: timecode(end - from) })}
                />
                {end > from && (
                    <div className="pointer-events-none relative mx-2 h-2" aria-hidden="true">
                        {marks.map((mark) => (
                            <span
                                key={mark.at}
                                className={`absolute top-0 h-2 w-0.5 ${mark.done ? 'bg-edge' : 'bg-accent'}`}
                                style={{ left: `${((mark.at - from) / (end - from)) * 100}%` }}
                            />
                        ))}
                    </div>
                )}
            </div>
            <span className="text-sm text-soft">
                {timecode(Math.max(0, Math.floor(at) - Math.floor(from)))} / {timecode(Math.max(0, Math.round(end - from)))}
            </span>
        </div>
    );
}

interface MoreProps {
    rate: number;
    onRate: (rate: number) => void;
    volume: number;
    onVolume: (level: number) => void;
    /** The languages that there are captions in. */
    languages: string[];
    captioned: string | null;
    onCaptioned: (language: string | null) => void;
    large: boolean;
    onLarge: () => void;
    transcribed: boolean;
    onTranscribed: () => void;
    onWindow: (() => void) | null;
    onFullScreen: (event: { currentTarget: Element }) => void;
}

/** Speed, loudness, captions, and how large it is. */
export function MoreControls(props: MoreProps) {
    const { rate, volume, languages, captioned } = props;
    return (
        <div className="flex flex-wrap items-center gap-x-1 gap-y-1 px-2 pb-1.5">
            <select
                className={choice}
                aria-label={say('player.video-player.speed')}
                value={rate}
                onChange={(event) => props.onRate(Number(event.currentTarget.value))}
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
                    onChange={(event) => props.onVolume(Number(event.currentTarget.value))}
                />
            </label>
            <span className="ml-auto flex items-center">
                {languages.length > 1 && captioned !== null && (
                    <select
                        className={choice}
                        aria-label={say('player.video-player.language-of-the-captions')}
                        value={captioned}
                        onChange={(event) => props.onCaptioned(event.currentTarget.value)}
                    >
                        {languages.map((language) => (
                            <option key={language} value={language}>
                                {languageName(language, locale())}
                            </option>
                        ))}
                    </select>
                )}
                {languages.length > 0 && (
                    <>
                        <Sign
                            label={say('player.video-player.captions')}
                            on={captioned !== null}
                            onClick={() => props.onCaptioned(captioned === null ? (languages[0] ?? null) : null)}
                        >
                            <Captions size={22} />
                        </Sign>
                        {captioned !== null && (
                            <Sign label={say('player.video-player.large-captions')} on={props.large} onClick={props.onLarge}>
                                <AArrowUp size={22} />
                            </Sign>
                        )}
                        <Sign label={say('player.transcript.transcript')} on={props.transcribed} onClick={props.onTranscribed}>
                            <ScrollText size={20} />
                        </Sign>
                    </>
                )}
                {props.onWindow !== null && (
                    <Sign label={say('player.video-player.picture-in-picture')} onClick={props.onWindow}>
                        <PictureInPicture2 size={20} />
                    </Sign>
                )}
                <Sign label={say('player.video-player.full-screen')} onClick={props.onFullScreen}>
                    <Maximize size={20} />
                </Sign>
            </span>
        </div>
    );
}

const choice = 'min-h-11 max-w-32 rounded-md border border-line bg-sheet px-1 text-sm';

interface SignProps {
    label: string;
    /** Of one that stays pressed: whether it is. */
    on?: boolean;
    onClick: (event: { currentTarget: Element }) => void;
    children: ReactNode;
}

function Sign({ label, on, onClick, children }: SignProps) {
    return (
        <button
            type="button"
            className={`grid size-11 shrink-0 place-items-center rounded-md hover:bg-tint ${on === true ? 'text-accent' : on === false ? 'text-soft' : ''}`}
            aria-pressed={on}
            aria-label={label}
            title={label}
            onClick={onClick}
        >
            {children}
        </button>
    );
}
