import { useQuery } from '@tanstack/react-query';
import { sentence } from '../api/client';
import type { Forecast } from '../api/types';
import { say } from '../words/words';

interface Props {
    /** What it is a forecast of: told anew when this changes. */
    of: unknown[];
    ask: (profile: string) => Promise<Forecast>;
    /** Classes whose own answers tell more than a profile. */
    classes: { id: string; name: string }[];
    /** Where there is a picture to show one on. */
    picture?: { shown: Forecast | null; show: (forecast: Forecast | null) => void };
}

const profiles = ['secure', 'middling', 'struggling'] as const;

/** What is to be expected, for students of three kinds and for classes. */
export function ForecastLines({ of, ask, classes, picture }: Props) {
    return (
        <ul className="grid gap-1">
            {[...profiles.map((profile) => ({ id: profile, name: say(`teacher.forecast-lines.${profile}`) })), ...classes].map(
                ({ id, name }) => (
                    <Line key={id} of={[...of, id]} ask={() => ask(id)} name={name} picture={picture} />
                ),
            )}
        </ul>
    );
}

function Line({ of, ask, name, picture }: { of: unknown[]; ask: () => Promise<Forecast>; name: string; picture: Props['picture'] }) {
    const forecast = useQuery({ queryKey: ['forecast', ...of], queryFn: ask, placeholderData: (before) => before, retry: false });
    const { data } = forecast;
    const isShown = data !== undefined && picture?.shown?.sentence === data.sentence;
    return (
        <li className={`rounded-md border px-3 py-2 text-sm ${isShown ? 'border-accent bg-tint' : 'border-line bg-sheet'}`}>
            <div className="flex items-baseline justify-between gap-3">
                <b>{name}</b>
                {data !== undefined && picture !== undefined && (
                    <button
                        type="button"
                        className="shrink-0 underline underline-offset-2"
                        aria-pressed={isShown}
                        onClick={() => picture.show(isShown ? null : data)}
                    >
                        {isShown
                            ? say('teacher.forecast-lines.take-it-off-the-picture')
                            : say('teacher.forecast-lines.show-on-the-picture')}
                    </button>
                )}
            </div>
            <p>
                {data !== undefined
                    ? `${data.sentence}${data.exact ? '' : ` ${say('teacher.forecast-lines.told-by-200-made-up')}`}`
                    : forecast.error === null
                      ? say('teacher.forecast-lines.working-it-out')
                      : sentence(forecast.error)}
            </p>
        </li>
    );
}
