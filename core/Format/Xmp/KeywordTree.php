<?php

declare(strict_types=1);

namespace VelvetLedger\Core\Format\Xmp;

/**
 * Keywords with parents and children: mwg-kw:Keywords (MWG Guidelines 2.0, hierarchical keywords). A keyword is applied, or
 * only stands there for those below it. Branches that other programs wrote stay, with all that is in them.
 */
final class KeywordTree
{
    /** What leads deeper is damage. */
    private const DEEPEST = 32;

    private readonly XmpName $root;
    private readonly XmpName $hierarchy;
    private readonly XmpName $keyword;
    private readonly XmpName $children;
    private readonly XmpName $applied;

    /** @var \SplObjectStorage<\DOMElement, array<array-key, \DOMElement>> list => word => its node: thousands may stand in one */
    private readonly \SplObjectStorage $known;

    public function __construct(private readonly XmpTree $tree)
    {
        $this->known = new \SplObjectStorage();
        $this->root = $tree->named(XmpName::of('mwg-kw:Keywords'));
        $this->hierarchy = $this->root->sibling('Hierarchy');
        $this->keyword = $this->root->sibling('Keyword');
        $this->children = $this->root->sibling('Children');
        $this->applied = $this->root->sibling('Applied');
    }

    /** @return list<list<string>> the applied ones, each from its outermost parent to itself */
    public function paths(): array
    {
        $element = $this->tree->element($this->root);
        $bag = null === $element ? null : $this->listIn($element, $this->hierarchy);

        return null === $bag ? [] : $this->below($bag, [], 0);
    }

    /**
     * @param list<string> $path
     * @param list<bool>   $applied which of its words are applied themselves
     */
    public function add(array $path, array $applied): void
    {
        $structure = XmpNode::structure($this->tree->elementOf($this->root));
        $list = $this->listOf($structure, $this->hierarchy);
        foreach ($path as $depth => $word) {
            $node = $this->find($list, $word) ?? $this->append($list, $word);
            $isLast = $depth === \count($path) - 1;
            if ($applied[$depth] ?? $isLast) {
                $this->set($node, $this->applied, 'True');
            } elseif (null === XmpNode::field($node, $this->applied)) {
                $this->set($node, $this->applied, 'False');
            }
            if (!$isLast) {
                $list = $this->listOf($node, $this->children);
            }
        }
    }

    /** @param list<string> $path that is not applied any more; parents that nothing is left below of go with it */
    public function remove(array $path): void
    {
        $element = $this->tree->element($this->root);
        $list = null === $element ? null : $this->listIn($element, $this->hierarchy);
        $way = [];
        foreach ($path as $word) {
            $node = null === $list ? null : $this->find($list, $word);
            if (null === $node) {
                return;
            }
            $way[] = [$list, $node];
            $list = $this->listIn($node, $this->children);
        }
        foreach (array_reverse($way) as $i => [$in, $node]) {
            $below = $this->listIn($node, $this->children);
            if (null !== $below && null !== XmpNode::first($below)) {
                if (0 === $i) {
                    $this->set($node, $this->applied, 'False');
                }
                break;
            }
            if ($i > 0 && 'True' === XmpNode::field($node, $this->applied)) {
                break;
            }
            $word = trim((string) XmpNode::field($node, $this->keyword));
            $in->removeChild($node);
            $known = $this->known[$in];
            unset($known[$word]);
            $this->known[$in] = $known;
        }
        if (null !== $element && null === XmpNode::first($this->listOf(XmpNode::structure($element), $this->hierarchy))) {
            $this->tree->remove($this->root);
        }
    }

    /**
     * @param list<string> $above
     *
     * @return list<list<string>>
     */
    private function below(\DOMElement $list, array $above, int $depth): array
    {
        $paths = [];
        foreach ($depth < self::DEEPEST ? XmpNode::children($list) : [] as $node) {
            $word = XmpNode::field($node, $this->keyword);
            if (null === $word || '' === trim($word)) {
                continue;
            }
            $path = [...$above, trim($word)];
            $children = $this->listIn($node, $this->children);
            $inside = null === $children ? [] : $this->below($children, $path, $depth + 1);
            $applied = XmpNode::field($node, $this->applied);
            if ('True' === $applied || (null === $applied && [] === $inside)) {
                $paths[] = $path;
            }
            array_push($paths, ...$inside);
        }

        return $paths;
    }

    private function find(\DOMElement $list, string $word): ?\DOMElement
    {
        if (!isset($this->known[$list])) {
            $words = [];
            foreach (XmpNode::children($list) as $node) {
                $words += [trim((string) XmpNode::field($node, $this->keyword)) => $node];
            }
            $this->known[$list] = $words;
        }

        return $this->known[$list][$word] ?? null;
    }

    private function append(\DOMElement $list, string $word): \DOMElement
    {
        $node = XmpNode::append($list, XmpName::of('rdf:li'));
        $structure = XmpNode::structure($node);
        $this->set($structure, $this->keyword, $word);
        $this->known[$list] = [$word => $node] + ($this->known[$list] ?? []);

        return $node;
    }

    private function set(\DOMElement $node, XmpName $field, string $text): void
    {
        $structure = XmpNode::structure($node);
        $element = XmpNode::child($structure, $field) ?? XmpNode::append($structure, $field);
        $element->textContent = XmpText::writable($text);
    }

    /** The list in a field of a structure, null where there is none. */
    private function listIn(\DOMElement $of, XmpName $field): ?\DOMElement
    {
        $element = XmpNode::child(XmpNode::structure($of), $field);

        return null === $element ? null : XmpNode::bag($element);
    }

    private function listOf(\DOMElement $of, XmpName $field): \DOMElement
    {
        $structure = XmpNode::structure($of);

        return XmpNode::bag(XmpNode::child($structure, $field) ?? XmpNode::append($structure, $field));
    }
}
