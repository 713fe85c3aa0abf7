<?php

declare(strict_types=1);

namespace Vorhut\Core\Job;

use Vorhut\Core\Classes;
use Vorhut\Core\Job\Check\JobCheck;

/** Everything that several records of a job have to agree about: the classes of the folder Check. */
final class JobChecks
{
    /** @var list<JobCheck>|null */
    private static ?array $all = null;

    /** @return list<JobCheck> */
    public static function all(): array
    {
        return self::$all ??= array_map(
            static fn (string $class): JobCheck => new $class(),
            Classes::in(__DIR__.'/Check', __NAMESPACE__.'\Check', JobCheck::class),
        );
    }
}
