<?php

declare(strict_types=1);

namespace Vorhut\Core\Keypad;

use Vorhut\Core\Record\Checked;
use Vorhut\Core\Record\Field\Number;
use Vorhut\Core\Record\Field\Records;
use Vorhut\Core\Record\Field\Slug;
use Vorhut\Core\Record\Field\Text;
use Vorhut\Core\Record\RawRecord;

/** A keypad or remote by which text is typed: pressed several times, a key goes round its characters (ITU-T E.161). */
final readonly class Keypad implements Checked
{
    private const PRESS = 0.4;

    /**
     * @param list<Mode> $modes in the order in which the mode key goes round them
     * @param string|null $modeKey null where there is only one mode
     * @param string|null $nextKey moves on, so that the same key can type the next character; null: one has to wait
     * @param float|null $pause seconds to wait for that, where there is no key for it
     * @param float|null $press seconds that a press takes
     * @param string|null $start the mode in which a field begins; null: the first one
     */
    public function __construct(
        #[Slug('Name')]
        public string $id,
        #[Records(Mode::class, 'Modes')]
        public array $modes,
        #[Text('Mode key', max: 20)]
        public ?string $modeKey,
        #[Text('Next-character key', max: 20)]
        public ?string $nextKey,
        #[Text('Delete key', max: 20)]
        public ?string $backKey,
        #[Number(0, 10, 'Wait between two characters on one key, s')]
        public ?float $pause,
        #[Number(0, 5, 'Time for a press, s')]
        public ?float $press,
        #[Text('Initial mode', max: 64)]
        public ?string $start,
    ) {}

    public function check(RawRecord $given): void
    {
        $ids = array_map(static fn (Mode $m): string => $m->id, $this->modes);
        if ([] === $this->modes) {
            throw $given->refuse(key: 'modes', allowed: 'at least one mode', advice: 'Such as digits.');
        }
        if (\count(array_unique($ids)) < \count($ids)) {
            throw $given->refuse('modes', 'modes with different names');
        }
        if (null !== $this->start && !\in_array($this->start, $ids, true)) {
            throw $given->refuse('start', 'one of its modes: '.implode(', ', $ids));
        }
        if (\count($this->modes) > 1 && null === $this->modeKey) {
            throw $given->refuse('modeKey', 'the key that changes between its modes');
        }
        if ($this->goesRound() && (null === $this->nextKey) === (null === $this->pause)) {
            $advice = 'A key types several characters, and two of them may follow each other.';
            throw $given->refuse('nextKey', 'either a key that moves on or seconds to wait', $advice);
        }
    }

    public function seconds(): float
    {
        return $this->press ?? self::PRESS;
    }

    /** Whether a key types more than one character. */
    private function goesRound(): bool
    {
        foreach ($this->modes as $mode) {
            foreach ($mode->keys as $key) {
                if (\count($key->characters()) > 1) {
                    return true;
                }
            }
        }

        return false;
    }
}
