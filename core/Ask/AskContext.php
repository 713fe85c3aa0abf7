<?php

declare(strict_types=1);

namespace Vorhut\Core\Ask;

use Vorhut\Core\Ask\Target\NoteAnswer;
use Vorhut\Core\Job\Answer;
use Vorhut\Core\Job\Device;
use Vorhut\Core\Job\Job;
use Vorhut\Core\Job\Segment;
use Vorhut\Core\Net\Ipv4Address;
use Vorhut\Core\Profile\Setting\OutsideSource;
use Vorhut\Core\Proof\Prover;
use Vorhut\Core\Setting\Settings;

/** The plan, as those who ask look at it. */
final class AskContext
{
    public readonly Job $job;

    /** @var array<string, Answer> what was answered in words, by key */
    private readonly array $kept;

    /** @var array<int, Segment|null> that were looked up, by address */
    private array $segments = [];

    /** @var array<array-key, list<Device>> by segment, in the order of the plan */
    public readonly array $bySegment;

    public function __construct(public readonly Settings $settings, public readonly Prover $prover)
    {
        $this->job = $settings->job;
        $this->kept = NoteAnswer::kept($this->job);
        $bySegment = array_fill_keys(array_keys($this->job->segments), []);
        foreach ($this->job->devices as $device) {
            foreach (array_unique(array_column($device->interfaces, 'segment')) as $segment) {
                $bySegment[$segment][] = $device;
            }
        }
        $this->bySegment = $bySegment;
    }

    /**
     * A question whose answer stands in no record of the plan.
     *
     * @param string $key a slug of at most 56 characters
     * @param list<Device> $units
     * @param list<string> $blocks
     */
    public function note(
        string $key,
        OutsideSource $who,
        string $block,
        string $what,
        array $units,
        string $form,
        string $why,
        array $blocks = [],
        string $ours = '',
    ): AskItem {
        $key = self::key($key);
        $kept = $this->kept[$key] ?? null;
        $said = \is_scalar($kept?->value) ? (string) $kept->value : '';
        $by = (string) $kept?->by;
        $of = new NoteAnswer($key);

        return new AskItem(
            id: 'asked.'.$key,
            who: $who,
            block: $block,
            what: $what,
            units: $units,
            form: $form,
            why: $why,
            blocks: $blocks,
            filling: $of,
            answer: $said,
            by: $by,
            on: $kept?->on,
            ours: $ours,
        );
    }

    public function segmentOf(?Ipv4Address $address): ?Segment
    {
        if (null === $address) {
            return null;
        }
        if (\array_key_exists($address->value, $this->segments)) {
            return $this->segments[$address->value];
        }
        foreach ($this->job->segments as $segment) {
            if (null !== $segment->subnetOf($address)) {
                return $this->segments[$address->value] = $segment;
            }
        }

        return $this->segments[$address->value] = null;
    }

    /** Long ones end in a hash of what they would have been. */
    private static function key(string $key): string
    {
        $slug = trim((string) preg_replace('/[^a-z0-9]+/', '-', strtolower($key)), '-');

        return \strlen($slug) <= 56 ? $slug : substr($slug, 0, 47).'-'.substr(hash('xxh32', $slug), 0, 8);
    }
}
