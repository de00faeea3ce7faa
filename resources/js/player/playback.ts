/**
 * A video as its player drives it, wherever it comes from: a file in a page of ours, or the player of a service in a frame.
 * Times are seconds from the video's own start.
 */
export interface Playback {
    readonly at: number;
    readonly paused: boolean;
    readonly rate: number;
    play(): void;
    pause(): void;
    go(to: number): void;
    setRate(rate: number): void;
    /** From 0, which is silent, to 1. */
    setLoudness(level: number): void;
    loudness(): number;
    /** Asks it to pause there by itself, as exactly as it can; null takes that back. */
    stopAt(moment: number | null): void;
}

/** What a video tells its player. */
export interface Told {
    onReady: (length: number) => void;
    onPlay: () => void;
    onPause: () => void;
    /** It is somewhere else now. */
    onAt: () => void;
    onLoudness: (level: number) => void;
    /** It cannot be had, or not be played. */
    onFailed: () => void;
}

/** A file, played by the browser. */
export class FilePlayback implements Playback {
    constructor(
        private readonly video: HTMLVideoElement,
        private readonly failed: () => void,
    ) {}

    get at() {
        return this.video.currentTime;
    }

    get paused() {
        return this.video.paused;
    }

    get rate() {
        return this.video.playbackRate;
    }

    play() {
        this.video.play().catch((error: unknown) => {
            // One that is paused again before it began has not failed.
            if (!(error instanceof DOMException && error.name === 'AbortError')) {
                this.failed();
            }
        });
    }

    pause() {
        this.video.pause();
    }

    go(to: number) {
        this.video.currentTime = to;
    }

    setRate(rate: number) {
        this.video.playbackRate = rate;
    }

    setLoudness(level: number) {
        this.video.muted = level === 0;
        this.video.volume = level === 0 ? this.video.volume : level;
    }

    loudness() {
        return this.video.muted ? 0 : this.video.volume;
    }

    /** The player looks at each picture itself, which is as exact as it gets. */
    stopAt() {}
}
