import type { AskedQuestion } from '../api/types';
import { type Branch, treeOf } from '../quiz/text';
import { say } from '../words/words';
import { letter } from './answers/parts';

interface Picture {
    medium: string;
    alt: string;
    /** What is asked, without the picture. */
    rest: string;
}

const image = /<img [^>]*data-medium="[^"]*"[^>]*>/;

/** The picture on which the options of a question lie; null where they lie on none. */
export function pictureOf({ prompt, options }: AskedQuestion): Picture | null {
    const found = options.some((option) => option.at !== undefined) ? image.exec(prompt)?.[0] : undefined;
    const [tag] = found === undefined ? [] : treeOf(found);
    const { 'data-medium': medium, alt } = (tag as Branch | undefined)?.attributes ?? {};
    return found === undefined || medium === undefined ? null : { medium, alt: alt ?? '', rest: prompt.replace(found, '') };
}

interface Props {
    question: AskedQuestion;
    picture: Picture;
    chosen?: string[];
    /** Which are right, once that is revealed. */
    right?: string[];
    /** What stands beside the letter of an option. */
    beside?: (option: string) => string | null;
    onChoose?: (option: string) => void;
    className?: string;
}

/** A picture with the letters of the options where they lie. The options stand in words beside it, for whoever does not tap. */
export function OnPicture({ question, picture, chosen = [], right = [], beside, onChoose, className = '' }: Props) {
    return (
        <div className={`relative w-fit ${className}`}>
            <img src={`/media/${picture.medium}`} alt={picture.alt} className="max-h-[60vh] max-w-full rounded-md border border-line" />
            {question.options.map((option, index) => {
                const said = beside?.(option.id) ?? null;
                const isChosen = chosen.includes(option.id);
                const look = isChosen ? 'bg-accent text-on-accent' : 'bg-sheet text-ink';
                return option.at === undefined ? null : (
                    <button
                        key={option.id}
                        type="button"
                        // The same is said and chosen by the options beside the picture.
                        tabIndex={-1}
                        aria-hidden="true"
                        title={say('player.on-picture.place', { letter: letter(index) })}
                        disabled={onChoose === undefined}
                        className={`absolute flex min-h-11 min-w-11 -translate-x-1/2 -translate-y-1/2 items-center justify-center gap-1 rounded-full border-2 border-ink px-2 text-lg font-semibold ${look} ${right.includes(option.id) ? 'ring-4 ring-ink' : ''}`}
                        style={{ left: `${100 * (option.at[0] ?? 0)}%`, top: `${100 * (option.at[1] ?? 0)}%` }}
                        onClick={() => onChoose?.(option.id)}
                    >
                        {letter(index)}
                        {said !== null && <span className="tabular-nums">{said}</span>}
                    </button>
                );
            })}
        </div>
    );
}
