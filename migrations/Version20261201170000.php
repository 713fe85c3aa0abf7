<?php

declare(strict_types=1);

namespace Vorhut\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;
use Vorhut\Core\Profile\FileType;
use Vorhut\Core\Profile\Step\WorkStage;
use Vorhut\Core\Record\Field\PlainText;
use Vorhut\Core\Record\Json;

/** Texts of older plans lose the characters that texts may not have any more; files of kinds have one of a few media types. */
final class Version20261201170000 extends AbstractMigration
{
    /** In which texts have several lines. */
    private const LINES = ['template', 'notes'];

    public function up(Schema $schema): void
    {
        foreach ($this->connection->iterateKeyValue('SELECT id, record FROM plan_record') as $id => $text) {
            $this->mend('plan_record', 'record', (int) $id, (string) $text);
        }
        foreach ($this->connection->iterateKeyValue('SELECT id, frame FROM job') as $id => $text) {
            $this->mend('job', 'frame', (int) $id, (string) $text);
        }
    }

    /** What is gone does not come back. */
    public function down(Schema $schema): void
    {
    }

    private function mend(string $table, string $column, int $id, string $text): void
    {
        $record = Json::object($text);
        $clean = self::clean($record, false);
        $provisioning = \is_array($clean) ? $clean['provisioning'] ?? null : null;
        $type = \is_array($provisioning) ? self::text($provisioning['type'] ?? FileType::Text->value) : FileType::Text->value;
        if (\is_array($clean) && \is_array($provisioning) && null === FileType::tryFrom($type)) {
            $clean['provisioning'] = ['type' => FileType::Text->value] + $provisioning;
        }
        if (\is_array($clean) && \is_array($clean['steps'] ?? null)) {
            $clean['steps'] = self::steps($clean['steps']);
        }
        if ($clean !== $record) {
            $this->addSql(\sprintf('UPDATE %s SET %s = ? WHERE id = ?', $table, $column), [Json::line($clean), $id]);
        }
    }

    private static function clean(mixed $value, bool $hasLines): mixed
    {
        if (\is_string($value)) {
            return match (true) {
                $hasLines => PlainText::isLines($value) ? $value : PlainText::lines($value),
                default => PlainText::isLine($value) ? $value : PlainText::line($value),
            };
        }
        foreach (\is_array($value) ? $value : [] as $key => $item) {
            $value[$key] = self::clean($item, $hasLines || \in_array($key, self::LINES, true));
        }

        return $value;
    }

    /**
     * Steps of kinds that are called like another stage than theirs.
     *
     * @param array<array-key, mixed> $steps
     *
     * @return array<array-key, mixed>
     */
    private static function steps(array $steps): array
    {
        $ids = [];
        foreach ($steps as $step) {
            $id = \is_array($step) ? self::text($step['id'] ?? '') : '';
            $stage = \is_array($step) ? self::text($step['stage'] ?? '') : '';
            $ids[$id] = null !== WorkStage::tryFrom($id) && $id !== $stage ? 'own-'.$id : $id;
        }
        foreach ($steps as $index => $step) {
            foreach (\is_array($step) ? ['id', 'after'] : [] as $key) {
                $named = \is_array($step) ? self::text($step[$key] ?? '') : '';
                if ('' !== $named) {
                    $step[$key] = $ids[$named] ?? $named;
                }
            }
            $steps[$index] = $step;
        }

        return $steps;
    }

    private static function text(mixed $value): string
    {
        return \is_string($value) ? $value : '';
    }
}
