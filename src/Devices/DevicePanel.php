<?php

declare(strict_types=1);

namespace Vorhut\App\Devices;

use Vorhut\App\Web\View\FindingLine;
use Vorhut\App\Web\View\FormField;
use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Post;

/** Everything about one device, beside the table. */
final readonly class DevicePanel
{
    /**
     * @param list<string> $errors why the last change was refused
     * @param list<FindingLine> $findings
     * @param list<FormField> $fields none for who may not change them
     * @param array<string, string> $values by label, for who may only read
     * @param list<ValueLine> $told what the unit must be told
     */
    public function __construct(
        public string $name,
        public string $kind,
        public string $serial,
        public array $errors,
        public array $findings,
        public Link $bench,
        public ?Link $all,
        public string $saveUrl,
        public int $version,
        public array $fields,
        public array $values,
        public ?Post $remove,
        public array $told = [],
    ) {}
}
