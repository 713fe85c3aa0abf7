<?php

declare(strict_types=1);

namespace Vorhut\App\Help;

use League\CommonMark\Environment\Environment;
use League\CommonMark\Event\DocumentParsedEvent;
use League\CommonMark\Extension\CommonMark\CommonMarkCoreExtension;
use League\CommonMark\Extension\CommonMark\Node\Inline\Image;
use League\CommonMark\Extension\Table\TableExtension;
use League\CommonMark\MarkdownConverter;
use League\CommonMark\Node\Query;

/** Sections of the manual as HTML. Nothing of HTML in their text is taken over. */
final class Rendered
{
    private readonly MarkdownConverter $converter;

    /** @param (\Closure(string): string)|null $picture where a picture is, by its name; null: pictures are left out */
    public function __construct(private readonly ?\Closure $picture = null)
    {
        $environment = new Environment(['html_input' => 'escape', 'allow_unsafe_links' => false]);
        $environment->addExtension(new CommonMarkCoreExtension());
        $environment->addExtension(new TableExtension());
        $environment->addEventListener(DocumentParsedEvent::class, $this->place(...));
        $this->converter = new MarkdownConverter($environment);
    }

    /** @return list<array{id: string, title: string, html: string}> */
    public function sections(Chapter $chapter): array
    {
        return array_map(
            fn (Section $s): array => ['id' => $s->id, 'title' => $s->title, 'html' => (string) $this->converter->convert($s->text)],
            $chapter->sections,
        );
    }

    private function place(DocumentParsedEvent $parsed): void
    {
        foreach ((new Query())->where(Query::type(Image::class))->findAll($parsed->getDocument()) as $image) {
            \assert($image instanceof Image);
            if (null === $this->picture) {
                $image->detach();
                continue;
            }
            $image->setUrl(($this->picture)(basename($image->getUrl(), '.png')));
        }
    }
}
