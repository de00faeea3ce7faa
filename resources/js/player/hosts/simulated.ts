import type { Playback, Told } from '../playback';

interface Message {
    reel: 'ready' | 'at' | 'stopped' | 'broken';
    at: number;
    playing: boolean;
    rate: number;
    length: number;
    /** Which of our words it has heard last. */
    turn: number;
}

function isMessage(data: unknown): data is Message {
    return typeof data === 'object' && data !== null && 'reel' in data && 'at' in data && typeof data.at === 'number';
}

/** The player of the simulated service (stand-ins/video-host/player.html), driven by messages. */
export class SimulatedPlayback implements Playback {
    paused = true;
    rate = 1;
    private level = 1;
    private lastAt = 0;
    /** When it said where it is, in milliseconds since the page was opened. */
    private toldAt = 0;
    private stop: number | null = null;
    private turn = 0;
    /** It is there, and listens. */
    private isThere = false;
    private readonly origin: string;

    constructor(
        private readonly frame: HTMLIFrameElement,
        private readonly told: () => Told,
    ) {
        this.origin = new URL(frame.src).origin;
    }

    /** Between two messages it goes on as fast as it plays, and not past where it was asked to stop. */
    get at() {
        const passed = this.paused ? 0 : ((performance.now() - this.toldAt) / 1000) * this.rate;
        return Math.min(this.lastAt + passed, this.stop === null || this.stop < this.lastAt ? Number.POSITIVE_INFINITY : this.stop);
    }

    /** Begins to listen; what it gives back ends that. */
    connect(): () => void {
        const listen = (event: MessageEvent) => {
            if (event.source === this.frame.contentWindow && event.origin === this.origin && isMessage(event.data)) {
                this.hear(event.data);
            }
        };
        window.addEventListener('message', listen);
        return () => window.removeEventListener('message', listen);
    }

    play() {
        this.say({ tell: 'play' });
    }

    pause() {
        this.lastAt = this.at;
        this.say({ tell: 'pause' });
        this.paused = true;
        this.told().onPause();
    }

    go(to: number) {
        this.lastAt = to;
        this.toldAt = performance.now();
        this.say({ tell: 'go', at: to });
        // A stop that was passed by was let go there.
        this.stopAt(this.stop);
    }

    setRate(rate: number) {
        this.rate = rate;
        this.say({ tell: 'rate', rate });
    }

    setLoudness(level: number) {
        this.level = level;
        this.say({ tell: 'loudness', level });
        this.told().onLoudness(level);
    }

    loudness() {
        return this.level;
    }

    stopAt(moment: number | null) {
        this.stop = moment;
        this.say({ tell: 'stop-at', at: moment });
    }

    private hear(message: Message) {
        // What it said before it heard us is not so any more.
        if (message.turn < this.turn && message.reel !== 'ready' && message.reel !== 'broken') {
            return;
        }
        const wasPaused = this.paused;
        this.lastAt = message.at;
        this.toldAt = performance.now();
        this.paused = !message.playing;
        if (message.reel === 'broken') {
            this.told().onFailed();
        } else if (message.reel === 'ready') {
            this.isThere = true;
            this.told().onReady(message.length);
            this.stopAt(this.stop);
        }
        if (wasPaused && !this.paused) {
            this.told().onPlay();
        }
        this.told().onAt();
        if (!wasPaused && this.paused) {
            this.told().onPause();
        }
    }

    private say(message: Record<string, unknown>) {
        if (!this.isThere) {
            return;
        }
        this.turn++;
        this.frame.contentWindow?.postMessage({ ...message, turn: this.turn }, this.origin);
    }
}
