<?php

declare(strict_types=1);

namespace Vorhut\Core\Calc;

use Vorhut\Core\Classes;
use Vorhut\Core\InvalidValue;
use Vorhut\Core\Record\Nearest;

/** Every calculation there is: the classes of the folder Kind. */
final class Calculations
{
    /** @return array<string, Calculation> by id */
    public static function all(): array
    {
        $all = [];
        foreach (Classes::in(__DIR__.'/Kind', __NAMESPACE__.'\Kind', Calculation::class) as $class) {
            $calculation = new $class();
            $all[$calculation->about()->id] = $calculation;
        }
        ksort($all);

        return $all;
    }

    /** @throws InvalidValue */
    public static function named(string $id): Calculation
    {
        $all = self::all();
        $near = Nearest::to($id, array_keys($all), 3);
        $advice = null === $near ? '' : \sprintf('Did you mean "%s"?', $near);

        return $all[$id] ?? throw new InvalidValue($id, 'one of '.implode(', ', array_keys($all)), $advice);
    }

    /**
     * @param array<array-key, mixed> $given
     *
     * @return array<string, int|float|string|bool>
     *
     * @throws InvalidValue
     */
    public static function answer(Calculation $calculation, array $given): array
    {
        return $calculation->results(Inputs::read($calculation->about(), $given));
    }
}
