import type { Block } from '../api/types';
import { Formula } from './Formula';
import { VideoPlayer } from './VideoPlayer';

/** What a question shows and asks. */
export function Prompt({ blocks }: { blocks: Block[] }) {
    return (
        <div data-read-aloud>
            <Blocks blocks={blocks} />
        </div>
    );
}

/** Text, pictures, sound, formulas and videos in place. */
export function Blocks({ blocks, small = false }: { blocks: Block[]; small?: boolean }) {
    return blocks.map((block, index) => {
        switch (block.kind) {
            case 'text':
                return (
                    <p key={index} className={small ? '' : 'text-xl leading-snug font-semibold whitespace-pre-wrap'}>
                        {block.text}
                    </p>
                );
            case 'picture':
                return (
                    <img
                        key={index}
                        src={`/media/${block.media}`}
                        alt={block.alternative}
                        className={`my-2 max-w-full rounded-md ${small ? 'max-h-32' : 'max-h-72'}`}
                    />
                );
            case 'sound':
                return (
                    // biome-ignore lint/a11y/useMediaCaption: what is heard stands in words in its label
                    <audio
                        key={index}
                        controls
                        preload="none"
                        src={`/media/${block.media}`}
                        aria-label={block.alternative}
                        className="my-2 w-full max-w-sm"
                    />
                );
            case 'formula':
                return <Formula key={index} tex={block.tex} alternative={block.alternative} inline={small} />;
            default:
                return (
                    <div key={index} className="my-2">
                        <VideoPlayer title={block.alternative} clip={block.clip} length={null} captions={false} />
                    </div>
                );
        }
    });
}
