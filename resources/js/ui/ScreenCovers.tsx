import { say } from '../words/words';
import { type Cover, type Covers, covers as every } from './covers';
import { Switch } from './Switch';

/** Whom the screen is for; for the class, what is covered, to be lifted one by one. */
export function ScreenCovers({ covers, of = every }: { covers: Covers; of?: readonly Cover[] }) {
    return (
        <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
            <fieldset className="flex overflow-hidden rounded-md border border-edge">
                <legend className="sr-only">{say('ui.covers.this-screen-is')}</legend>
                {[false, true].map((forClass) => (
                    <label
                        key={String(forClass)}
                        className="flex min-h-9 cursor-pointer items-center px-3 text-sm font-semibold has-checked:bg-ink has-checked:text-paper has-focus-visible:outline-2 has-focus-visible:outline-accent"
                    >
                        <input
                            type="radio"
                            name="screen-for"
                            className="sr-only"
                            checked={covers.forClass === forClass}
                            onChange={() => covers.turn(forClass)}
                        />
                        {forClass ? say('ui.covers.for-the-class') : say('ui.covers.for-me')}
                    </label>
                ))}
            </fieldset>
            {covers.forClass &&
                of.map((cover) => (
                    <Switch
                        key={cover}
                        label={say('ui.covers.cover', { cover })}
                        checked={covers.seen[cover]}
                        onChange={(lifted) => covers.lift(cover, lifted)}
                    />
                ))}
        </div>
    );
}
