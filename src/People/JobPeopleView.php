<?php

declare(strict_types=1);

namespace Vorhut\App\People;

/** Everybody, with what they may do in this job. */
final readonly class JobPeopleView
{
    /**
     * @param list<array{
     *     name: string,
     *     role: string,
     *     tone: string,
     *     chosen: string,
     *     options: array<string, string>,
     *     since: string,
     *     url: string,
     *     isSelf: bool,
     * }> $people
     */
    public function __construct(public string $summary, public array $people, public string $leads = JobPeoplePage::LEADS) {}
}
