<?php

declare(strict_types=1);

namespace Vorhut\App\Devices;

use Symfony\Component\HttpFoundation\Request;
use Vorhut\Core\Exchange\DeviceColumns;
use Vorhut\Core\Exchange\ListOrders;

/** What somebody said of a list, and of which list they said what its columns hold. */
final readonly class ListColumns
{
    public function __construct(public ListOrders $orders, private string $head = '') {}

    /** @param bool $mayMake whether the person may make places and extensions */
    public static function fromRequest(Request $request, bool $mayMake = false): self
    {
        $form = $request->request;
        $columns = $mended = $kinds = [];
        foreach ($form->all('column') as $column => $meaning) {
            if (\is_int($column) && ('' === $meaning || (\is_string($meaning) && isset(DeviceColumns::labels()[$meaning])))) {
                $columns[$column] = $meaning;
            }
        }
        foreach ($form->all('mend') as $line => $cells) {
            foreach (\is_array($cells) ? $cells : [] as $column => $text) {
                if (\is_int($line) && \is_int($column) && \is_string($text) && $column < 256) {
                    $mended[$line][$column] = $text;
                }
            }
        }
        foreach ($form->all('kinds') as $kind) {
            $text = \is_array($kind) ? $kind['text'] ?? null : null;
            $is = \is_array($kind) ? $kind['is'] ?? null : null;
            if (\is_string($text) && \is_string($is) && '' !== $is) {
                $kinds[mb_strtolower($text)] = $is;
            }
        }
        $places = $mayMake && $form->getBoolean('places');
        $orders = new ListOrders(
            columns: $columns,
            kinds: $kinds,
            mended: $mended,
            places: $places,
            numbers: $mayMake && $form->getBoolean('numbers'),
        );

        return new self($orders, $form->getString('head'));
    }

    /** Nothing of the columns where it was said of another list. */
    public function for(string $head): ListOrders
    {
        return $head === $this->head ? $this->orders : $this->orders->withColumns([]);
    }
}
