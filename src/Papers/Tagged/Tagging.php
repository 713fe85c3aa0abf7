<?php

declare(strict_types=1);

namespace Vorhut\App\Papers\Tagged;

use Dompdf\Frame;

/** Marks what is drawn: texts and pictures as parts of the document, all else as ornament. */
final class Tagging
{
    /** Standard kinds of parts (ISO 32000-1, 14.8.4) by element of the page; what is not here takes no part of its own. */
    private const TYPES = [
        'h1' => 'H1', 'h2' => 'H2', 'h3' => 'H3', 'p' => 'P', 'table' => 'Table', 'thead' => 'THead', 'tbody' => 'TBody', 'tr' => 'TR',
        'th' => 'TH', 'td' => 'TD', 'ol' => 'L', 'ul' => 'L', 'li' => 'LI', 'a' => 'Link', 'section' => 'Sect', 'img' => 'Figure',
    ];

    /** @var \SplObjectStorage<\DOMNode, Element> */
    private \SplObjectStorage $elements;

    private bool $isOpen = false;

    public function __construct(private readonly TaggedFile $file)
    {
        $this->elements = new \SplObjectStorage();
    }

    public function begin(Frame $frame): void
    {
        $node = $frame->get_node();
        if ($frame->is_text_node() || 'img' === $node->nodeName) {
            $this->beginText('img' === $node->nodeName ? $node : $node->parentNode);

            return;
        }
        $this->end();
        $this->file->openOrnament();
        $this->isOpen = true;
    }

    /** What is drawn from here on belongs to the part that a node is, or stands in. */
    public function beginText(?\DOMNode $node): void
    {
        $this->end();
        [$element, $type] = $this->element($node);
        $this->file->open($element, $type);
        $this->isOpen = true;
    }

    public function end(): void
    {
        if ($this->isOpen) {
            $this->file->close();
            $this->isOpen = false;
        }
    }

    /** @return array{Element, string} the nearest part that a node stands in, and its kind */
    private function element(?\DOMNode $node): array
    {
        while (null !== $node && !isset(self::TYPES[$node->nodeName])) {
            $node = $node->parentNode;
        }
        if (null === $node) {
            return [$this->file->document(), 'Document'];
        }
        $type = self::TYPES[$node->nodeName];
        if (!$this->elements->contains($node)) {
            [$parent] = $this->element($node->parentNode);
            $alt = $node instanceof \DOMElement ? $node->getAttribute('alt') : '';
            $this->elements->attach($node, $this->file->element($type, $parent, $alt));
        }

        return [$this->elements[$node], $type];
    }
}
