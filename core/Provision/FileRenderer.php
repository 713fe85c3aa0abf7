<?php

declare(strict_types=1);

namespace Vorhut\Core\Provision;

use Vorhut\Core\InvalidValue;
use Vorhut\Core\Job\Job;

/** Makes the text of a unit's file from the template of its kind. */
interface FileRenderer
{
    /**
     * @param array<array-key, string> $secrets by number
     *
     * @throws InvalidValue for a template that cannot be read
     */
    public function render(Job $job, PhoneFile $file, array $secrets = []): string;
}
