import { useQuery } from '@tanstack/react-query';
import { client, sentence, take } from '../../api/client';
import type { Forecast } from '../../api/types';

interface Props {
    quiz: string;
    /** The saved version it is told for; while a change is on its way the last one stays. */
    version: number;
    shown: Forecast | null;
    onShow: (forecast: Forecast | null) => void;
}

const profiles = ['secure', 'middling', 'struggling'] as const;

/** What the quiz lets expect, for students of three kinds and for each class that has answered it. */
export function ForecastList({ quiz, version, shown, onShow }: Props) {
    const classes = useQuery({ queryKey: ['classes'], queryFn: () => take(client.GET('/classes')) });
    return (
        <section aria-label="Forecast">
            <h3 className="mb-1 text-base">Forecast</h3>
            <p className="mb-2 text-sm text-soft">
                Before anyone takes it, under the suggested terms. Choose one to see it on the picture: how often a stop is come to, and how
                many go down to each rung.
            </p>
            <ul className="grid gap-1">
                {profiles.map((profile) => (
                    <Line key={profile} quiz={quiz} version={version} profile={profile} name={profile} shown={shown} onShow={onShow} />
                ))}
                {classes.data?.map((one) => (
                    <Line key={one.id} quiz={quiz} version={version} profile={one.id} name={one.name} shown={shown} onShow={onShow} />
                ))}
            </ul>
        </section>
    );
}

function Line({ quiz, version, profile, name, shown, onShow }: Props & { profile: string; name: string }) {
    const forecast = useQuery({
        queryKey: ['forecast', quiz, profile, version],
        queryFn: () => take(client.GET('/quizzes/{quiz}/forecast', { params: { path: { quiz }, query: { profile } } })),
        placeholderData: (before) => before,
        retry: false,
    });
    const { data } = forecast;
    const isShown = data !== undefined && shown?.sentence === data.sentence;
    return (
        <li className={`rounded-md border px-3 py-2 text-sm ${isShown ? 'border-accent bg-tint' : 'border-line bg-sheet'}`}>
            <div className="flex items-baseline justify-between gap-3">
                <b>{name}</b>
                {data !== undefined && (
                    <button
                        type="button"
                        className="shrink-0 underline underline-offset-2"
                        aria-pressed={isShown}
                        onClick={() => onShow(isShown ? null : data)}
                    >
                        {isShown ? 'Take it off the picture' : 'Show on the picture'}
                    </button>
                )}
            </div>
            <p>
                {data !== undefined
                    ? `${data.sentence}${data.exact ? '' : ' Told by 200 made-up students, because much in this quiz looks back.'}`
                    : forecast.error === null
                      ? 'Working it out …'
                      : sentence(forecast.error)}
            </p>
        </li>
    );
}
