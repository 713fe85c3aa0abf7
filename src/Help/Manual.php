<?php

declare(strict_types=1);

namespace Vorhut\App\Help;

use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Twig\Attribute\AsTwigFunction;

/** The manual as it stands in docs/manual, chapter by chapter, and the glossary after it. */
final readonly class Manual
{
    private const GLOSSARY = 'glossary';
    /** The chapter that explains a section of a job, by the name of its page. */
    private const OF_SECTION = [
        'brief' => 'start-a-job',
        'networks' => 'networks',
        'devices' => 'devices',
        'pairings' => 'pairings',
        'bench' => 'bench',
        'voice' => 'voice',
        'media' => 'media-power',
        'power' => 'media-power',
        'proof' => 'proof',
        'hand-over' => 'hand-over',
    ];

    public function __construct(#[Autowire('%kernel.project_dir%/docs')] private string $docs) {}

    /** @return array<string, Chapter> by slug, in order */
    public function chapters(): array
    {
        $files = glob($this->docs.'/manual/*.md');
        \assert(false !== $files);
        natsort($files);
        $chapters = [];
        foreach ($files as $file) {
            $slug = (string) preg_replace('/^\d+-/', '', basename($file, '.md'));
            $chapters[$slug] = Chapter::fromText($slug, (string) file_get_contents($file));
        }

        return $chapters + [self::GLOSSARY => $this->glossary()];
    }

    /** @return list<array{Chapter, Section}> what holds all words, in the order of the manual */
    public function find(string $query): array
    {
        $words = array_filter(explode(' ', mb_strtolower($query)), static fn (string $w): bool => '' !== $w);
        $found = [];
        foreach ([] === $words ? [] : $this->chapters() as $chapter) {
            foreach ($chapter->sections as $section) {
                if ($section->holds(...$words)) {
                    $found[] = [$chapter, $section];
                }
            }
        }

        return $found;
    }

    /** @return string its bytes, a PNG; '' where there is none of that name */
    public function picture(string $name): string
    {
        $file = $this->docs.'/screenshots/'.$name.'.png';

        return 1 === preg_match('/^[a-z-]+$/D', $name) && is_file($file) ? (string) file_get_contents($file) : '';
    }

    /** @return string the slug of the chapter that explains it */
    #[AsTwigFunction('manual_chapter')]
    public static function ofSection(string $section): string
    {
        return self::OF_SECTION[$section] ?? throw new \LogicException('No chapter explains '.$section.'.');
    }

    /** What its columns say of classes is for programmers. */
    private function glossary(): Chapter
    {
        $text = (string) file_get_contents($this->docs.'/glossary.md');
        $text = (string) preg_replace('/^(\|.*\|)[^|]*\|$/m', '$1', $text);

        return Chapter::fromText(self::GLOSSARY, $text);
    }
}
