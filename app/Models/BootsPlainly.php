<?php

declare(strict_types=1);

namespace HiddenLadder\App\Models;

/**
 * A model's traits are booted by their names alone.
 *
 * The framework also looks through all methods of a model for the attributes Boot and Initialize, some 400 of each class in every
 * request, which took a tenth of an answer's time; no trait here has them.
 */
trait BootsPlainly
{
    protected static function bootTraits(): void
    {
        static::$traitInitializers[static::class] = [];
        foreach (class_uses_recursive(static::class) as $trait) {
            $name = class_basename($trait);
            if (method_exists(static::class, "boot$name")) {
                (new \ReflectionMethod(static::class, "boot$name"))->invoke(null);
            }
            if (method_exists(static::class, "initialize$name")) {
                static::$traitInitializers[static::class][] = "initialize$name";
            }
        }
    }
}
