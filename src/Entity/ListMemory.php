<?php

declare(strict_types=1);

namespace Vorhut\App\Entity;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use Vorhut\Core\Exchange\ListOrders;
use Vorhut\Core\Record\Json;

/** What was said of lists of a job when they were taken over: the next one like them is read so at once. */
#[ORM\Entity]
#[ORM\Table(name: 'list_memory')]
class ListMemory
{
    private const MAX_HEADS = 50;
    private const MAX_KINDS = 500;

    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    private ?int $id = null; // @phpstan-ignore property.unusedType, property.onlyWritten

    /** What lists call kinds of unit, and what columns of a list hold by the fingerprint of its head, as JSON. */
    #[ORM\Column(type: Types::TEXT, length: 16777215)]
    private string $said = '{}';

    public function __construct(
        #[ORM\OneToOne, ORM\JoinColumn(nullable: false, unique: true, onDelete: 'CASCADE')] // @phpstan-ignore property.onlyWritten
        private StoredJob $job,
    ) {}

    public function orders(string $head): ListOrders
    {
        $said = Json::object($this->said);
        $heads = \is_array($said['columns'] ?? null) ? $said['columns'] : [];

        return ListOrders::kept(['kinds' => $said['kinds'] ?? [], 'columns' => $heads[$head] ?? []]);
    }

    public function remember(string $head, ListOrders $orders): void
    {
        $said = Json::object($this->said);
        $heads = \is_array($said['columns'] ?? null) ? $said['columns'] : [];
        $kinds = \is_array($said['kinds'] ?? null) ? $said['kinds'] : [];
        if ([] !== $orders->columns) {
            $heads[$head] = $orders->columns;
        }
        $this->said = Json::line([
            'columns' => (object) \array_slice($heads, -self::MAX_HEADS, null, true),
            'kinds' => (object) \array_slice($orders->kinds + $kinds, 0, self::MAX_KINDS, true),
        ]);
    }
}
