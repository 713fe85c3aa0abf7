<?php

declare(strict_types=1);

namespace Vorhut\App\Ask;

use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Post;

/** Everything that one of those outside is asked. */
final readonly class AskedOfView
{
    /**
     * @param array<string, list<QuestionView>> $blocks by heading
     * @param list<Link> $files the letter in its forms
     * @param bool $isOverdue whether something is open although the day has passed
     */
    public function __construct(
        public string $who,
        public string $id,
        public string $sum,
        public bool $isOverdue,
        public bool $isDone,
        public array $blocks,
        public array $files,
        public string $textUrl,
        public ?Post $link,
    ) {}
}
