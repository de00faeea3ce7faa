import type { ButtonHTMLAttributes } from 'react';

type Weight = 'main' | 'plain' | 'quiet';

const weights: Record<Weight, string> = {
    main: 'bg-accent text-on-accent border-transparent hover:brightness-110',
    plain: 'bg-sheet text-ink border-edge hover:border-ink',
    quiet: 'bg-transparent text-ink border-transparent underline decoration-edge underline-offset-4 hover:decoration-ink',
};

export function buttonClass(weight: Weight = 'plain', large = false): string {
    const size = large ? 'min-h-12 px-5 text-lg' : 'min-h-9 px-3 text-sm';
    return `inline-flex items-center justify-center gap-2 rounded-md border font-semibold whitespace-nowrap disabled:opacity-55 disabled:cursor-not-allowed ${size} ${weights[weight]}`;
}

export function Button({
    weight = 'plain',
    large = false,
    className = '',
    ...rest
}: ButtonHTMLAttributes<HTMLButtonElement> & { weight?: Weight; large?: boolean }) {
    return <button type="button" className={`${buttonClass(weight, large)} ${className}`} {...rest} />;
}
