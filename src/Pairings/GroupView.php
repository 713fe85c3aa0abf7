<?php

declare(strict_types=1);

namespace Vorhut\App\Pairings;

/** Units that hang together by their relations, drawn side by side. */
final readonly class GroupView
{
    /**
     * @param list<PostView> $posts
     * @param list<LineView> $lines
     * @param string $more what is not drawn, '' for nothing
     */
    public function __construct(
        public string $title,
        public array $posts,
        public array $lines,
        public int $width,
        public int $height,
        public string $state,
        public string $more,
    ) {}
}
