<?php

declare(strict_types=1);

namespace Vorhut\App\Pairings;

use Vorhut\App\Web\View\Link;
use Vorhut\App\Web\View\Post;

/** A relation drawn between two posts, with the values that must match. */
final readonly class LineView
{
    /**
     * @param list<array{name: string, mine: string, theirs: string, state: string, why: string, mends: list<Post>}> $ties
     * @param list<string> $label what it says, in lines that fit between two columns
     * @param list<Link> $alike the devices that it stands for, where it stands for several
     * @param string $state "broken", "open" or "agrees"
     */
    public function __construct(
        public string $from,
        public string $says,
        public array $label,
        public string $to,
        public string $state,
        public string $path,
        public int $labelX,
        public int $labelY,
        public array $ties,
        public array $alike,
        public ?Link $edit,
    ) {}

    /** @return list<array{text: string, y: int}> the lines of its label, each above the next */
    public function labels(): array
    {
        $labels = [];
        foreach (array_reverse($this->label) as $up => $text) {
            array_unshift($labels, ['text' => $text, 'y' => $this->labelY - LabelSpread::LINE * $up]);
        }

        return $labels;
    }

    public function withLabelAt(int $y): self
    {
        return new self(
            from: $this->from,
            says: $this->says,
            label: $this->label,
            to: $this->to,
            state: $this->state,
            path: $this->path,
            labelX: $this->labelX,
            labelY: $y,
            ties: $this->ties,
            alike: $this->alike,
            edit: $this->edit,
        );
    }
}
