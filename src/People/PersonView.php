<?php

declare(strict_types=1);

namespace Vorhut\App\People;

use Vorhut\App\Web\View\Post;

/** One person in the list of people. */
final readonly class PersonView
{
    /**
     * @param string $state how they stand: in use, invited, switched off
     * @param string $tone "through", "care" or "quiet"
     * @param string $role value of the role they have, '' for none
     * @param list<Post> $posts what can be done with them
     */
    public function __construct(
        public string $name,
        public string $username,
        public string $state,
        public string $tone,
        public string $role,
        public string $roleWord,
        public string $roleUrl,
        public bool $isSelf,
        public array $posts,
    ) {}
}
