import { useEffect, useRef, useState } from 'react';

interface Props {
    tex: string;
    alternative: string;
    inline?: boolean;
}

/** A formula, typeset. Its words are there for those who cannot see it, and as long as it is not drawn. */
export function Formula({ tex, alternative, inline = false }: Props) {
    const host = useRef<HTMLSpanElement>(null);
    const [drawn, setDrawn] = useState(false);
    useEffect(() => {
        let gone = false;
        Promise.all([import('katex'), import('katex/dist/katex.min.css')])
            .then(([{ default: katex }]) => {
                if (!gone && host.current !== null) {
                    katex.render(tex, host.current, {
                        throwOnError: false,
                        displayMode: !inline,
                        output: 'html',
                        trust: false,
                        maxExpand: 100,
                    });
                    setDrawn(true);
                }
            })
            .catch(() => setDrawn(false));
        return () => {
            gone = true;
        };
    }, [tex, inline]);
    return (
        <span role="img" aria-label={alternative} className={inline ? 'inline-block' : 'my-2 block overflow-x-auto text-xl'}>
            <span ref={host} aria-hidden="true" />
            {!drawn && <span aria-hidden="true">{alternative}</span>}
        </span>
    );
}
