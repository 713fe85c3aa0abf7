<?php

declare(strict_types=1);

namespace Vorhut\App\Vault;

use Vorhut\App\Web\View\Post;

/** A secret of the plan, and how far it is. */
final readonly class SecretRow
{
    /**
     * @param string $state in words
     * @param string $tone through, care or quiet
     * @param list<Post> $posts
     */
    public function __construct(
        public string $label,
        public string $units,
        public string $rule,
        public string $state,
        public string $tone,
        public array $posts,
    ) {}
}
