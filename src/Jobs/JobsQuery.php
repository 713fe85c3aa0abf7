<?php

declare(strict_types=1);

namespace Vorhut\App\Jobs;

use Symfony\Component\HttpFoundation\Request;

/** Which jobs are to be shown, and in which order, as the address of the page says it. */
final readonly class JobsQuery
{
    public const BY_NAME = 'name';
    public const BY_DUE = 'due';

    private function __construct(public string $text, public bool $isArchive, public string $by, public int $page) {}

    public static function fromRequest(Request $request): self
    {
        $query = $request->query;

        return new self(
            text: mb_substr(trim($query->getString('q')), 0, 120),
            isArchive: 'archive' === $query->getString('show'),
            by: self::BY_DUE === $query->getString('by') ? self::BY_DUE : self::BY_NAME,
            page: max(1, $query->getInt('page', 1)),
        );
    }

    /** @return array<string, string|int> for the address of another page of the same */
    public function toPage(int $page): array
    {
        return array_filter(
            [
                'q' => $this->text,
                'show' => $this->isArchive ? 'archive' : '',
                'by' => self::BY_DUE === $this->by ? self::BY_DUE : '',
                'page' => 1 === $page ? '' : $page,
            ],
            static fn (string|int $value): bool => '' !== $value,
        );
    }
}
