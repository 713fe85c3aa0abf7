<?php

declare(strict_types=1);

namespace Vorhut\App\Ask;

/** One question as it is shown. */
final readonly class QuestionView
{
    /**
     * @param string $waits what cannot be done before it is answered
     * @param string $signed who answered, and when
     * @param string $typed what stands in its field
     * @param string $error why the answer was not taken
     */
    public function __construct(
        public string $id,
        public string $what,
        public string $units,
        public string $form,
        public string $ours,
        public string $why,
        public string $waits,
        public string $answer,
        public string $signed,
        public bool $isOpen,
        public bool $mayAnswer,
        public string $typed = '',
        public string $error = '',
        public bool $isSent = false,
    ) {}

    /** @param string $typed what was answered by the link before, or is not taken; '' for nothing */
    public function with(string $error, string $typed): self
    {
        /** @phpstan-ignore argument.type */
        return new self(...[...get_object_vars($this), 'error' => $error, 'typed' => $typed, 'isSent' => '' === $error && '' !== $typed]);
    }
}
