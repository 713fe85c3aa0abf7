<?php

declare(strict_types=1);

namespace Vorhut\Core\Profile;

use Vorhut\Core\Record\Checked;
use Vorhut\Core\Record\Field\Choice;
use Vorhut\Core\Record\Field\Text;
use Vorhut\Core\Record\Field\WholeNumber;
use Vorhut\Core\Record\RawRecord;

/** What a unit takes as a password or another secret. */
final readonly class SecretRule implements Checked
{
    /** @param string $for "password", "password-" with a way in, or the id of a secret setting */
    public function __construct(
        #[Text('For', required: true, max: 64)]
        public string $for,
        #[Choice(SecretAlphabet::class, 'Made of', default: SecretAlphabet::LettersDigits)]
        public SecretAlphabet $alphabet,
        #[WholeNumber(1, 128, 'Shortest', default: 8)]
        public int $least,
        #[WholeNumber(1, 128, 'Longest', default: 14)]
        public int $most,
    ) {}

    public function check(RawRecord $given): void
    {
        if ($this->most < $this->least) {
            throw $given->refuse('most', \sprintf('at least %d, the shortest', $this->least));
        }
        if ($this->most < \count($this->alphabet->sorts())) {
            throw $given->refuse('most', 'room for one of each sort of character');
        }
    }

    /** In a sentence about it. */
    public function said(): string
    {
        return \sprintf('%d to %d characters, %s', $this->least, $this->most, $this->alphabet->label());
    }
}
