<?php

declare(strict_types=1);

namespace Vorhut\App\Devices;

use Vorhut\App\Web\View\FindingLine;
use Vorhut\App\Web\View\FormField;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Next;

/** The table of devices with what stands around it. */
final readonly class DevicesView
{
    /**
     * @param array<string, array{label: string, url: string, sorted: bool}> $heads by field
     * @param list<DeviceRow> $rows
     * @param list<array{text: string, url: string|null}> $pages
     * @param array<string, string> $which label by filter
     * @param list<FindingLine> $findings
     * @param list<FormField> $newFields of a device to be added; none for who may not
     * @param array<string, array<array-key, string>> $options label by value, for the fields of the table that have them
     * @param list<FormField> $narrow
     * @param list<array{field: string, label: string, shown: bool}> $columns that can be chosen
     * @param ManyView|null $many what can be done to several at once
     */
    public function __construct(
        public string $summary,
        public ?Next $next,
        public bool $mayEdit,
        public array $heads,
        public array $rows,
        public array $pages,
        public string $filter,
        public string $only,
        public array $which,
        public Link $list,
        public bool $isEmpty,
        public string $allUrl,
        public ?DevicePanel $panel,
        public array $findings,
        public array $newFields,
        public array $options,
        public array $narrow,
        public array $columns,
        public string $csvUrl,
        public ?ManyView $many,
    ) {}
}
