<?php

declare(strict_types=1);

namespace Vorhut\App\Provision;

use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Post;

/** Phones with everything that has to be known of each before it starts. */
final readonly class PhonesView
{
    /**
     * @param list<PhoneRow> $rows of one page
     * @param list<Link> $actions
     * @param list<Link> $pages
     * @param string|null $served where files are fetched; null where nobody serves them, or who looks may not know
     * @param list<Post> $posts
     * @param list<Link> $carried files to export
     * @param list<array{at: string, who: string, from: string, agent: string, result: string}> $newest
     */
    public function __construct(
        public string $summary,
        public array $rows,
        public array $actions,
        public array $pages,
        public string $query,
        public string $url,
        public ?string $served,
        public bool $isServed,
        public string $closed,
        public array $posts,
        public array $carried,
        public string $zoneUrl,
        public array $newest,
    ) {}
}
