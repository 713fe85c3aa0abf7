<?php

declare(strict_types=1);

namespace Vorhut\App\Ask;

use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Next;
use Vorhut\App\Web\View\Pages;
use Vorhut\App\Web\View\Post;

/** The ask sheet of a job. */
final readonly class AskView
{
    /**
     * @param list<AskedOfView> $asked
     * @param list<array{text: string, take: Post|null}> $links those by which people outside may answer now
     * @param list<Link> $actions
     * @param string|null $answerUrl where to post answers; null for who may not
     * @param string $newLink a link that was made just now
     */
    public function __construct(
        public string $summary,
        public ?Next $next,
        public array $asked,
        public Pages $pages,
        public array $links,
        public array $actions,
        public ?string $answerUrl,
        public string $newLink,
        public int $version,
    ) {}
}
