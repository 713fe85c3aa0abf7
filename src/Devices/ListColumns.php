<?php

declare(strict_types=1);

namespace Vorhut\App\Devices;

use Symfony\Component\HttpFoundation\Request;
use Vorhut\Core\Exchange\DeviceColumns;

/** What somebody said the columns of a list hold, and of which list. */
final readonly class ListColumns
{
    /** @param array<int, string> $said meaning by column, '' for one that is left aside */
    public function __construct(public array $said = [], private string $head = '')
    {
    }

    public static function of(Request $request): self
    {
        $said = [];
        foreach ($request->request->all('column') as $column => $meaning) {
            if (\is_int($column) && ('' === $meaning || (\is_string($meaning) && isset(DeviceColumns::labels()[$meaning])))) {
                $said[$column] = $meaning;
            }
        }

        return new self($said, $request->request->getString('head'));
    }

    /** Nothing where it was said of another list. */
    public function for(string $head): self
    {
        return $head === $this->head ? $this : new self();
    }
}
