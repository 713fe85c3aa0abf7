<?php

declare(strict_types=1);

namespace Vorhut\App\Papers\Tagged;

use Dompdf\Frame;

/** Writes, once all pages are known, their numbers at their feet and into whatever says "page-of" an id. */
final class PageNumbers
{
    private const WANTED = 'data-page-of';
    private const GREY = [0.33, 0.36, 0.41];
    private const BLACK = [0.11, 0.13, 0.19];
    private const SIZE = 8.0;
    private const IN_TEXT = 9.5;
    /** In points, from the left and from the top of the page. */
    private const FOOT = [31.5, 812.0];

    /** @var array<string, int> the page on which each element with an id begins */
    private array $pages = [];

    /** @var array<int, list<array{\DOMElement, float, float}>> what wants a number, its right edge and its top, by page */
    private array $wanted = [];

    public function __construct(private readonly TaggedCanvas $canvas, private readonly Tagging $tagging, private readonly string $font) {}

    public function see(Frame $frame): void
    {
        $node = $frame->get_node();
        if (!$node instanceof \DOMElement) {
            return;
        }
        $page = $this->canvas->get_page_number();
        if ($node->hasAttribute('id')) {
            $this->pages[$node->getAttribute('id')] ??= $page;
        }
        if ($node->hasAttribute(self::WANTED)) {
            [$x, $y, $width] = $frame->get_content_box();
            $this->wanted[$page][] = [$node, $x + $width, $y];
        }
    }

    public function write(string $foot): void
    {
        $this->canvas->page_script(function (int $page, int $pages) use ($foot): void {
            foreach ($this->wanted[$page] ?? [] as [$node, $right, $top]) {
                $this->number($node, $right, $top);
            }
            $this->canvas->file()->openOrnament();
            $text = \sprintf('%s    %d / %d', $foot, $page, $pages);
            $this->canvas->text(self::FOOT[0], self::FOOT[1], $text, $this->font, self::SIZE, self::GREY);
            $this->canvas->file()->close();
        });
    }

    private function number(\DOMElement $node, float $right, float $top): void
    {
        $text = (string) ($this->pages[$node->getAttribute(self::WANTED)] ?? '');
        $width = $this->canvas->get_text_width($text, $this->font, self::IN_TEXT);
        $this->tagging->beginText($node);
        $this->canvas->text($right - $width, $top, $text, $this->font, self::IN_TEXT, self::BLACK);
        $this->tagging->end();
    }
}
