<?php

declare(strict_types=1);

namespace HiddenLadder\App\Models;

use HiddenLadder\Core\Terms\Purpose;

/** How little is asked of whoever comes to a task, from the most to the least. Who gives more comes in as well. */
enum WayIn: string
{
    /** A name of the roster with its secret. */
    case Secret = 'secret';
    /** A name of the roster alone. */
    case Name = 'name';
    /** Any name of one's own. */
    case Guest = 'guest';
    /** Nothing. */
    case Nameless = 'nameless';

    /** What a purpose suggests: homework is done with one's secret, what is done in the lesson with the name alone. */
    public static function for(Purpose $purpose): self
    {
        return match ($purpose) {
            Purpose::Learn, Purpose::Check => self::Secret,
            Purpose::Starter, Purpose::ExitCheck => self::Name,
        };
    }

    /** @return list<self> the tasks' kinds that somebody who came in by this one reaches */
    public function reaches(): array
    {
        $all = self::cases();

        return array_slice($all, (int) array_search($this, $all, true));
    }
}
