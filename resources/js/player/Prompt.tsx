import type { Block } from '../api/types';

/** What a question shows and asks. */
export function Prompt({ blocks }: { blocks: Block[] }) {
    return (
        <>
            {blocks.map((block, index) =>
                block.kind === 'text' ? (
                    <p key={index} className="text-xl leading-snug font-semibold whitespace-pre-wrap">
                        {block.text}
                    </p>
                ) : (
                    <img
                        key={index}
                        src={`/media/${block.media}`}
                        alt={block.alternative}
                        className="my-3 max-h-72 max-w-full rounded-md"
                    />
                ),
            )}
        </>
    );
}
