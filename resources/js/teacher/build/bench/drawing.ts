import type { Medium } from '../../../api/types';
import { timecode } from '../../../ui/time';
import { loudness, type Scale, ticks } from './scale';

/** Heights of what is drawn, from above: times, small pictures, the wave. */
const RULER = 18;
const PICTURES = 45;
const WAVE = 40;

/** How high it is: of a video of which there is nothing to be drawn, the times alone stand. */
export function heightOf(preparation: Medium['preparation']): number {
    return preparation === null || preparation.state === 'failed' ? RULER : RULER + PICTURES + WAVE;
}

const PICTURE_WIDTH = 80;

interface Drawn {
    /** The first second that is in view. */
    from: number;
    width: number;
    scale: Scale;
    preparation: Medium['preparation'];
    sheet: HTMLImageElement | null;
    wave: Uint8Array | null;
}

/** Draws what is in view of the timeline: times, small pictures and the sound's wave. */
export function draw(canvas: HTMLCanvasElement, { from, width, scale, preparation, sheet, wave }: Drawn): void {
    const dense = window.devicePixelRatio;
    canvas.width = width * dense;
    canvas.height = heightOf(preparation) * dense;
    const pen = canvas.getContext('2d');
    if (pen === null) {
        return;
    }
    const ink = getComputedStyle(canvas);
    const to = Math.min(scale.length, from + width / scale.perSecond);
    pen.scale(dense, dense);
    pen.font = `11px ${ink.fontFamily}`;
    pen.fillStyle = ink.color;
    pen.textBaseline = 'middle';
    for (const at of ticks(from, to, scale)) {
        const x = (at - from) * scale.perSecond;
        pen.fillRect(x, RULER - 5, 1, 5);
        pen.fillText(timecode(at), x + 3, RULER / 2);
    }
    if (sheet !== null && preparation !== null) {
        // As many as stand beside each other: each shows the moment at which it begins.
        for (let left = -(((from * scale.perSecond) % PICTURE_WIDTH) as number); left < width; left += PICTURE_WIDTH) {
            const at = from + left / scale.perSecond;
            if (at > to) {
                break;
            }
            const index = Math.min(preparation.count - 1, Math.max(0, Math.round(at / preparation.every)));
            const shown = Math.min(PICTURE_WIDTH, (to - at) * scale.perSecond);
            pen.drawImage(
                sheet,
                (index % preparation.columns) * preparation.width,
                Math.floor(index / preparation.columns) * preparation.height,
                (preparation.width * shown) / PICTURE_WIDTH,
                preparation.height,
                left,
                RULER,
                shown,
                PICTURES,
            );
        }
    }
    if (wave !== null) {
        const middle = RULER + PICTURES + WAVE / 2;
        pen.fillStyle = ink.getPropertyValue('--rail').trim() || ink.color;
        loudness(wave, from, Math.ceil((to - from) * scale.perSecond), scale).forEach((level, x) => {
            const high = Math.max(1, level * WAVE);
            pen.fillRect(x, middle - high / 2, 1, high);
        });
    }
}
