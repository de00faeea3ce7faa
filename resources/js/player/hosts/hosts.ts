import type { Playback, Told } from '../playback';
import { SimulatedPlayback } from './simulated';

interface FramePlayback extends Playback {
    /** Begins to listen to the frame; what it gives back ends that. */
    connect(): () => void;
}

/** Who drives the player of which kind of service: the other side of app/Media/Services. */
export const hosts: Record<string, new (frame: HTMLIFrameElement, told: () => Told) => FramePlayback> = {
    simulated: SimulatedPlayback,
};
