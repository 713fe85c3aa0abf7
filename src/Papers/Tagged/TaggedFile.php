<?php

declare(strict_types=1);

namespace Vorhut\App\Papers\Tagged;

use Dompdf\Cpdf;

/** The file itself, with the tree of what it says (ISO 32000-1, 14.7 and 14.8) beside what it draws. */
final class TaggedFile extends Cpdf
{
    private int $root = 0;
    private int $parents = 0;
    private ?Element $document = null;

    /** @var array<int, list<int>> ids of the parts that are marked on a page, by its object number, in the order of their marks */
    private array $marks = [];

    /** @var array<int, Element> by id */
    private array $elements = [];

    public function element(string $type, ?Element $parent, string $alt = ''): Element
    {
        $id = $this->reserve();
        $element = new Element($id, $parent->id ?? $this->root, $type, $alt);
        $this->elements[$id] = $element;
        $parent?->add($element);

        return $element;
    }

    /** The part that all others are in. */
    public function document(): Element
    {
        if (null === $this->document) {
            $this->root = $this->reserve();
            $this->parents = $this->reserve();
            $this->document = $this->element('Document', null);
        }

        return $this->document;
    }

    /** What is drawn from here on belongs to that part, until close(). */
    public function open(Element $element, string $type): void
    {
        $page = $this->currentPage;
        $number = \count($this->marks[$page] ?? []);
        $this->marks[$page][] = $element->id;
        $element->mark($page, $number);
        $this->draw(\sprintf("\n/%s << /MCID %d >> BDC", $type, $number));
    }

    /** What is drawn from here on is ornament, until close(). */
    public function openOrnament(): void
    {
        $this->draw("\n/Artifact BMC");
    }

    public function close(): void
    {
        $this->draw("\nEMC");
    }

    private function draw(string $operators): void
    {
        /** @var array<int, array{c: string}> $objects */
        $objects = &$this->objects;
        $objects[$this->currentContents]['c'] .= $operators;
    }

    private function reserve(): int
    {
        $this->objects[++$this->numObj] = ['t' => 'structure'];

        return $this->numObj;
    }

    /** Called by the name of its kind of object, as those of the parent are. */
    protected function o_structure(int $id, string $action): string
    {
        $said = match ($id) {
            $this->root => \sprintf('<< /Type /StructTreeRoot /K %d 0 R /ParentTree %d 0 R >>', (int) $this->document?->id, $this->parents),
            $this->parents => \sprintf('<< /Nums [%s ] >>', $this->numbers()),
            default => $this->elements[$id]->written(),
        };

        return \sprintf("\n%d 0 obj\n%s\nendobj", $id, $said);
    }

    /** Whose each mark is, by page. */
    private function numbers(): string
    {
        $numbers = '';
        foreach (array_keys($this->marks) as $index => $page) {
            $parts = array_map(static fn (int $id): string => $id.' 0 R', $this->marks[$page]);
            $numbers .= \sprintf(' %d [%s]', $index, implode(' ', $parts));
        }

        return $numbers;
    }

    /**
     * @param string $options
     */
    protected function o_page(mixed $id, mixed $action, $options = '')
    {
        $said = parent::o_page($id, $action, $options);
        $index = array_search($id, array_keys($this->marks), true);

        return 'out' !== $action || false === $index ? $said : self::with($said, \sprintf("\n/StructParents %d\n/Tabs /S", $index));
    }

    /**
     * @param string|array<array-key, mixed> $options
     */
    protected function o_catalog(mixed $id, mixed $action, $options = '')
    {
        $said = parent::o_catalog($id, $action, $options);
        $tree = \sprintf("\n/MarkInfo << /Marked true >>\n/Lang (en)\n/StructTreeRoot %d 0 R", $this->root);

        return 'out' !== $action || 0 === $this->root ? $said : self::with($said, $tree);
    }

    /** One entry more in the dictionary of an object that is written already. */
    private static function with(?string $object, string $entry): string
    {
        $at = strrpos((string) $object, '>>');

        return false === $at ? (string) $object : substr_replace((string) $object, $entry."\n", $at, 0);
    }
}
