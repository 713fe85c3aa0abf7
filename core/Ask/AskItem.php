<?php

declare(strict_types=1);

namespace Vorhut\Core\Ask;

use Vorhut\Core\Ask\Target\AnswerTarget;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Profile\Setting\OutsideSource;

/** One thing that somebody outside must say. */
final readonly class AskItem
{
    /**
     * @param string $id the same as long as the question is the same; it finds its answer again in a file that comes back
     * @param string $block the heading it stands under
     * @param list<Device> $units it is for
     * @param string $form what an answer looks like
     * @param list<string> $blocks what cannot be done before it is answered
     * @param string $answer as it was given; '' while it is open
     * @param string|null $on the day of the answer
     */
    public function __construct(
        public string $id,
        public OutsideSource $who,
        public string $block,
        public string $what,
        public array $units,
        public string $form,
        public string $why,
        public array $blocks,
        public AnswerTarget $filling,
        public string $answer = '',
        public string $by = '',
        public ?string $on = null,
        /** What we have on our side, in a form of two columns. */
        public string $ours = '',
    ) {}

    public function isOpen(): bool
    {
        return '' === $this->answer;
    }

    /** The same question about other units, which was answered otherwise. */
    public function numbered(int $number): self
    {
        /** @phpstan-ignore argument.type */
        return new self(...['id' => $this->id.'.'.$number] + get_object_vars($this));
    }

    /** Names of its units, or how many there are. */
    public function unitsSaid(): string
    {
        $names = array_map(static fn (Device $d): string => $d->name, $this->units);

        return match (true) {
            [] === $names => 'the whole job',
            \count($names) > 4 => \sprintf('%s, %s and %d more', $names[0], $names[1], \count($names) - 2),
            default => implode(', ', $names),
        };
    }
}
