import { createElement, type ReactNode } from 'react';
import { type Branch, blocks, treeOf, wordsIn } from '../quiz/text';
import { Formula } from './Formula';
import { VideoPlayer } from './VideoPlayer';

/** Elements that are drawn as they are; all others only by what is known of them, or not at all. */
const drawn = new Set([
    'p',
    'strong',
    'em',
    'u',
    'sub',
    'sup',
    'ul',
    'ol',
    'li',
    'br',
    'blockquote',
    'code',
    'pre',
    'table',
    'thead',
    'tbody',
    'tr',
    'th',
    'td',
]);

interface Props {
    text: string;
    className?: string;
    /** As part of a line or a label. */
    inline?: boolean;
    /** What stands for a gap, by its id. */
    gap?: (id: string) => ReactNode;
}

/** A rich text of a quiz. */
export function Rich({ text, className = '', inline = false, gap }: Props) {
    const tree = treeOf(text);
    const isFlow = tree.some((node) => typeof node !== 'string' && blocks.has(node.name)) || tree.length === 1;

    const element = (node: Branch, key: number, isTop: boolean): ReactNode => {
        const { name, attributes } = node;
        const medium = attributes['data-medium'];
        const alone = isTop && isFlow && !inline;
        if (drawn.has(name)) {
            return name === 'br' ? (
                <br key={key} />
            ) : (
                createElement(name, { key }, ...node.children.map((child, index) => draw(child, index, false)))
            );
        }
        if (name === 'img' && medium !== undefined) {
            const size = inline ? 'max-h-32' : 'max-h-72';
            return (
                <img
                    key={key}
                    src={`/media/${medium}`}
                    alt={attributes.alt ?? ''}
                    className={`max-w-full rounded-md ${size} ${alone ? 'my-2 block' : 'inline-block'}`}
                />
            );
        }
        if (name === 'audio' && medium !== undefined) {
            return (
                // biome-ignore lint/a11y/useMediaCaption: what is heard stands in words in its label
                <audio
                    key={key}
                    controls
                    preload="none"
                    src={`/media/${medium}`}
                    aria-label={wordsIn(node)}
                    className="my-2 block w-full max-w-sm"
                />
            );
        }
        if (name === 'video' && medium !== undefined) {
            const to = attributes['data-to'];
            const clip = { media: medium, from: Number(attributes['data-from'] ?? 0), to: to === undefined ? null : Number(to) };
            return (
                <span key={key} className="my-2 block">
                    <VideoPlayer title={wordsIn(node)} clip={clip} />
                </span>
            );
        }
        if (attributes['data-tex'] !== undefined) {
            return <Formula key={key} tex={attributes['data-tex']} alternative={wordsIn(node) || attributes['data-tex']} inline={!alone} />;
        }
        if (attributes['data-gap'] !== undefined) {
            return <span key={key}>{gap === undefined ? '…' : gap(attributes['data-gap'])}</span>;
        }
        const href = medium === undefined ? attributes.href : `/media/${medium}`;
        if (name === 'a' && href !== undefined && (medium !== undefined || /^(https?:\/\/|mailto:)/.test(href))) {
            return (
                <a key={key} className="font-semibold underline" href={href} target="_blank" rel="noreferrer noopener">
                    {node.children.map((child, index) => draw(child, index, false))}
                </a>
            );
        }
        return node.children.map((child, index) => draw(child, index, false));
    };
    const draw = (node: Branch | string, key: number, isTop: boolean): ReactNode =>
        typeof node === 'string' ? node : element(node, key, isTop);

    const content = tree.map((node, index) => draw(node, index, true));
    const classes = `rich whitespace-pre-wrap ${className}`;
    return inline ? <span className={classes}>{content}</span> : <div className={classes}>{content}</div>;
}
