<?php

declare(strict_types=1);

namespace Vorhut\App\Devices;

use Vorhut\App\Web\View\FormField;

/** What can be done to several devices at once. */
final readonly class ManyView
{
    /** What is typed or chosen to take a value away. */
    public const NONE = '-';

    /** @param list<FormField> $fields blank ones change nothing */
    public function __construct(public string $url, public int $version, public array $fields) {}
}
