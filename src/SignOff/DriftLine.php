<?php

declare(strict_types=1);

namespace Vorhut\App\SignOff;

use Vorhut\App\Web\View\Post;

/** A record or a pair that is not as it was when the job was signed. */
final readonly class DriftLine
{
    /**
     * @param string $key names it, while it stays as it is now
     * @param list<string> $changes what was, and what is
     * @param string $reason why it stays so, with who said it; empty where nobody has
     * @param bool $mayAccept whether whoever looks may say why
     */
    public function __construct(
        public string $key,
        public string $title,
        public string $is,
        public string $url,
        public array $changes,
        public string $reason,
        public string $who,
        public ?Post $back,
        public bool $mayAccept,
    ) {}
}
