<?php

declare(strict_types=1);

namespace Vorhut\App\Provision;

/** Whether a unit has fetched its file, and when, and whether the file is still that one. */
final readonly class FileStateView
{
    /**
     * @param string $text in words; '' where there is nothing to fetch it
     * @param 'through'|'care'|'broken'|'quiet' $tone
     * @param string $url where the file is shown; '' where there is none
     */
    public function __construct(public string $text, public string $tone = 'quiet', public string $url = '') {}
}
