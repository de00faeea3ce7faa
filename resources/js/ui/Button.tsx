import type { ButtonHTMLAttributes } from 'react';

type Weight = 'main' | 'plain' | 'quiet';

const weights: Record<Weight, string> = {
    main: 'bg-accent text-on-accent border-transparent hover:brightness-110',
    plain: 'bg-sheet text-ink border-edge hover:border-ink',
    quiet: 'bg-transparent text-ink border-transparent underline decoration-edge underline-offset-4 hover:decoration-ink',
};

export function buttonClass(weight: Weight = 'plain', large = false): string {
    // What is large is for phones, whose letters may be large too: its words may break.
    const size = large ? 'min-h-12 px-5 py-1 text-lg' : 'min-h-9 px-3 text-sm whitespace-nowrap';
    return `inline-flex items-center justify-center gap-2 rounded-md border font-semibold disabled:opacity-55 disabled:cursor-not-allowed ${size} ${weights[weight]}`;
}

export function Button({
    weight = 'plain',
    large = false,
    className = '',
    ...rest
}: ButtonHTMLAttributes<HTMLButtonElement> & { weight?: Weight; large?: boolean }) {
    return <button type="button" className={`${buttonClass(weight, large)} ${className}`} {...rest} />;
}
