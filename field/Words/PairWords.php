<?php

declare(strict_types=1);

namespace Vorhut\Field\Words;

/** A bar of the lab that takes a touch panel, where the plan has nothing against it. */
final class PairWords
{
    private string $panel = '';

    /** @param \Closure(string): string $whyNot of a panel by its id; '' for none */
    public function __construct(private readonly string $name, private readonly \Closure $whyNot) {}

    /** @return array<string, \Closure(string...): string> */
    public function verbs(): array
    {
        return [
            'NAME' => fn (): string => $this->name,
            'PAIRED' => fn (): string => $this->panel,
            'PAIR' => function (string ...$words): string {
                $panel = $words[0] ?? throw new WordRefused('the name of a panel is wanted');
                $why = ($this->whyNot)($panel);
                if ('' !== $why) {
                    throw new WordRefused($why);
                }

                return $this->panel = $panel;
            },
        ];
    }
}
