import type { Verdict } from '../api/types';
import { listed, say } from '../words/words';
import { Rich } from './Rich';

const heads = {
    right: say('player.verdict.right'),
    partly: say('player.verdict.partly-right'),
    'not-right': say('player.verdict.not-yet'),
    unclear: say('player.verdict.please-look-again'),
    noted: say('player.verdict.thank-you'),
};

const nearWords = {
    spelling: say('player.verdict.almost-look-at-the-spelling'),
    unit: say('player.verdict.the-number-is-right-look'),
    form: say('player.verdict.this-is-equal-to-the'),
};

/** What is said about an answer. Right and not yet are told by words and shape, not by colour alone. */
export function VerdictText({ verdict }: { verdict: Verdict }) {
    const well = verdict.result === 'right' || verdict.result === 'noted';
    return (
        <div className="mb-3" data-read-aloud>
            <p className={`font-display text-xl ${well ? 'text-well' : 'text-yet'}`}>
                {verdict.timedOut
                    ? say('player.verdict.time-is-up')
                    : verdict.result === null
                      ? say('player.verdict.taken')
                      : heads[verdict.result]}
            </p>
            {verdict.near !== null && (verdict.near !== 'spelling' || verdict.result !== 'right') && (
                <p className="mt-1 text-lg">{nearWords[verdict.near]}</p>
            )}
            {verdict.near === 'spelling' && verdict.result === 'right' && (
                <p className="mt-1 text-lg">{say('player.verdict.have-a-look-at-how')}</p>
            )}
            {verdict.result === 'unclear' && (
                <p className="mt-1">
                    {verdict.readings.length > 1 &&
                        `${say('player.verdict.readings', { readings: listed(verdict.readings, 'disjunction') })} `}
                    {say('player.verdict.this-did-not-count-as')}
                </p>
            )}
            {verdict.feedback.map((text) => (
                <Rich key={text} text={text} className="mt-1 text-lg" />
            ))}
        </div>
    );
}

/** The right answer, once it may be seen. */
export function RightAnswer({ lines }: { lines: string[] }) {
    return (
        <div className="mb-3" data-read-aloud>
            <p className="text-soft">{say('player.verdict.the-right-answer')}</p>
            {lines.map((line, index) => (
                <div key={line} className="flex gap-2 text-lg">
                    {lines.length > 1 && <span>{index + 1}.</span>}
                    <Rich text={line} />
                </div>
            ))}
        </div>
    );
}
