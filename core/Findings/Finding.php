<?php

declare(strict_types=1);

namespace Vorhut\Core\Findings;

use Vorhut\Core\Job\ChangeSet;

/** Something wrong or missing in the plan: the rule, whom it concerns, why it matters, what mends it. */
final readonly class Finding
{
    public string $rule;
    /** What its rule looks for. */
    public string $label;
    public Section $stop;
    /** The page on which it is drawn. */
    public string $view;
    /** A few words for a drawing. */
    public string $short;

    /**
     * @param list<string> $devices ids of devices and routers
     * @param list<array{string, string}> $records others that it is about: the name of their list, and their id
     */
    public function __construct(
        About $about,
        public Severity $severity,
        public string $title,
        public string $why,
        public array $devices,
        /** What to do, in one sentence. */
        public string $advice,
        /** The change that does it, where there is one to apply. */
        public ?ChangeSet $change = null,
        public ?string $segment = null,
        /** The value it is about, such as an address. */
        public ?string $value = null,
        ?string $short = null,
        public array $records = [],
    ) {
        $this->rule = $about->id;
        $this->label = $about->label;
        $this->stop = $about->stop;
        $this->view = $about->view();
        $this->short = $short ?? $about->label;
    }

    /** Stays the same while the fault stays, so that a link to it holds. */
    public function id(): string
    {
        return $this->rule
            .'-'
            .substr(
                hash(
                    'xxh128',
                    $this->rule.'|'.$this->segment.'|'.$this->value.'|'.implode('|', $this->devices),
                ),
                0,
                8,
            );
    }
}
