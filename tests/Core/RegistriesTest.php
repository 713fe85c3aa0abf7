<?php

declare(strict_types=1);

namespace Vorhut\Tests\Core;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Vorhut\App\HandOver\Document\Document;
use Vorhut\App\HandOver\Documents;
use Vorhut\Core\Ask\AskSheet;
use Vorhut\Core\Ask\Block\Block;
use Vorhut\Core\Classes;
use Vorhut\Core\Findings\Rule;
use Vorhut\Core\Findings\Rules;
use Vorhut\Core\Job\Lists;
use Vorhut\Core\Record\ListOf;
use Vorhut\Core\Runbook\General\GeneralStep;
use Vorhut\Core\Runbook\Runbooks;
use Vorhut\Field\StandIn\Services;
use Vorhut\Field\StandIn\ServiceStandIn;

/** What is shown in an order stands in one ordered list; whoever adds a class and forgets its line is told. */
final class RegistriesTest extends TestCase
{
    /** @return iterable<string, array{class-string, string, string, class-string}> registry, its constant, folders, what lies there */
    public static function registries(): iterable
    {
        yield 'findings' => [Rules::class, 'ALL', 'core/Findings/*', Rule::class];
        yield 'questions' => [AskSheet::class, 'BLOCKS', 'core/Ask/Block', Block::class];
        yield 'general steps' => [Runbooks::class, 'GENERAL', 'core/Runbook/General', GeneralStep::class];
        yield 'stand-ins' => [Services::class, 'STAND_INS', 'field/StandIn', ServiceStandIn::class];
        yield 'documents' => [Documents::class, 'ORDER', 'src/HandOver/Document', Document::class];
    }

    /**
     * @param class-string $registry
     * @param class-string $type
     */
    #[DataProvider('registries')]
    public function testEachClassOfTheFolderIsListedOnce(string $registry, string $constant, string $folders, string $type): void
    {
        $root = \dirname(__DIR__, 2).'/';
        $there = [];
        foreach ((array) glob($root.$folders, \GLOB_ONLYDIR) as $folder) {
            $names = ['core/' => 'Core\\', 'field/' => 'Field\\', 'src/' => 'App\\', '/' => '\\'];
            $namespace = 'Vorhut\\'.strtr(substr((string) $folder, \strlen($root)), $names);
            array_push($there, ...Classes::in((string) $folder, $namespace, $type));
        }
        $listed = (new \ReflectionClassConstant($registry, $constant))->getValue();
        self::assertIsArray($listed);
        self::assertGreaterThan(5, \count($there));
        self::assertCount(\count($listed), array_flip(array_filter($listed, is_string(...))), 'none twice');
        self::assertEqualsCanonicalizing($there, $listed);
    }

    public function testEachRecordTypeThatDeclaresAListIsInTheFile(): void
    {
        $declared = [];
        foreach (['Job', 'Profile'] as $folder) {
            foreach ((array) glob(\dirname(__DIR__, 2)."/core/{$folder}/*.php") as $file) {
                $class = 'Vorhut\Core\\'.$folder.'\\'.basename((string) $file, '.php');
                if (class_exists($class) && [] !== (new \ReflectionClass($class))->getAttributes(ListOf::class)) {
                    $declared[] = $class;
                }
            }
        }
        self::assertEqualsCanonicalizing($declared, array_column(Lists::all(), 'type'));
    }
}
