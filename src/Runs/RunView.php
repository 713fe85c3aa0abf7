<?php

declare(strict_types=1);

namespace Vorhut\App\Runs;

/** How far a run is, as a page shows it. */
final readonly class RunView
{
    /**
     * @param string $text the whole of it in a sentence; where it goes on, what it does
     * @param int|null $percent of its way; null where it is over
     * @param string|null $look where to ask again how far it is; null where it is over
     * @param array{text: string, url: string}|null $open where its outcome stands
     * @param string|null $stop where to post to stop it
     * @param string|null $again where to post to have it done once more
     */
    public function __construct(
        public string $text,
        public string $label,
        public bool $failed,
        public ?int $percent,
        public ?string $look,
        public string $warning = '',
        public string $detail = '',
        public ?array $open = null,
        public ?string $stop = null,
        public ?string $again = null,
    ) {}
}
