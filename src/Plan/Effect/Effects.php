<?php

declare(strict_types=1);

namespace Vorhut\App\Plan\Effect;

use Vorhut\Core\Record\Json;

/** The effects of a journal entry as the database keeps them. */
final class Effects
{
    private const ALL = [BenchStepDone::class, PairSeen::class, FieldModeSet::class, SecretsTyped::class, BenchStepsVoid::class];

    /** @param list<Effect> $effects */
    public static function encode(array $effects): string
    {
        return Json::line(array_map(static fn (Effect $e): array => [$e::name(), ...$e->keep()], $effects));
    }

    /** @return list<Effect> */
    public static function decode(string $json): array
    {
        $effects = [];
        foreach ((array) Json::decode($json) as $kept) {
            $kept = array_values((array) $kept);
            foreach (self::ALL as $class) {
                if ($class::name() === ($kept[0] ?? null)) {
                    $effects[] = $class::kept(\array_slice($kept, 1));
                }
            }
        }

        return $effects;
    }
}
