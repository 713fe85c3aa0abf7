<?php

declare(strict_types=1);

$finder = PhpCsFixer\Finder::create()
    ->in(__DIR__)
    ->exclude(['assets', 'bin', 'node_modules', 'scripts', 'templates', 'var', 'vendor'])
    ->append([__DIR__.'/bin/vorhut', __DIR__.'/bin/console'])
    ->notPath('reference.php');

return (new PhpCsFixer\Config())
    ->setParallelConfig(new PhpCsFixer\Runner\Parallel\ParallelConfig(2))
    ->setRiskyAllowed(true)
    ->setRules([
        '@Symfony' => true,
        '@Symfony:risky' => true,
        'declare_strict_types' => true,
        'phpdoc_align' => ['align' => 'left'],
        'operator_linebreak' => ['position' => 'beginning'],
        'phpdoc_to_comment' => false,
        'single_line_throw' => false,
        'single_line_empty_body' => true,
    ])
    ->setCacheFile(__DIR__.'/var/php-cs-fixer.cache')
    ->setFinder($finder);
