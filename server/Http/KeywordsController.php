<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Http;

use Symfony\Component\HttpFoundation\HeaderUtils;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Messenger\MessageBusInterface;
use Symfony\Component\Routing\Attribute\Route;
use VelvetLedger\Core\Document\Fields;
use VelvetLedger\Server\Persistence\Stamps\KeywordRepository;
use VelvetLedger\Server\Stamps\Vocabulary;
use VelvetLedger\Server\View\Stamps\CompletionView;
use VelvetLedger\Server\View\Stamps\KeywordsView;
use VelvetLedger\Server\Work\WriteStamps;

/** The vocabulary: its words, those that complete what is typed, and its changes; frames that these touch are stamped anew in the background. */
final readonly class KeywordsController
{
    private const COMPLETIONS = 12;
    private const FOUND = 200;

    public function __construct(private KeywordRepository $words, private Vocabulary $vocabulary, private MessageBusInterface $bus)
    {
    }

    /** The words below ?under=, or the outermost; or those that have ?search= in them. */
    #[Route('/api/keywords', methods: ['GET'])]
    public function words(Request $request): Response
    {
        $search = trim(mb_substr($request->query->getString('search'), 0, 200));
        $under = RowNumber::of($request, 'under');
        $found = '' !== $search ? $this->words->searched($search, self::FOUND) : $this->words->children(0 === $under ? null : $under);

        return new JsonResponse(new KeywordsView($found, $this->words->count()));
    }

    #[Route('/api/keywords/completing', methods: ['GET'])]
    public function completing(Request $request): Response
    {
        $typed = trim(mb_substr($request->query->getString('typed'), 0, 100));

        return new JsonResponse('' === $typed ? [] : array_map(static fn (array $one): CompletionView => new CompletionView($one), $this->words->completing($typed, self::COMPLETIONS)));
    }

    /** How many frames bear it or a word below it: what a change would write anew. */
    #[Route('/api/keywords/{id}/frames', methods: ['GET'], requirements: ['id' => '\d{1,9}'])]
    public function frames(int $id): Response
    {
        return new JsonResponse(['frames' => $this->words->framesBelow($this->words->find($id)->id)]);
    }

    #[Route('/api/keywords', methods: ['POST'])]
    public function add(Request $request): Response
    {
        $fields = Fields::of(DeskInput::body($request));
        [$under, $word] = $fields->make(static fn (): array => [$fields->numberOrNull('under'), $fields->text('word')]);

        return new JsonResponse(['id' => $this->vocabulary->add($under, $word)], 201);
    }

    /** One change: a new word for it, another parent, a word that it is merged into, whether it is a heading, its synonyms. */
    #[Route('/api/keywords/{id}', methods: ['POST'], requirements: ['id' => '\d{1,9}'])]
    public function change(int $id, Request $request): Response
    {
        $fields = Fields::of(DeskInput::body($request));

        [$synonyms, $word, $heading, $under, $into] = $fields->make(static fn (): array => [
            $fields->has('synonyms') ? $fields->texts('synonyms') : null,
            $fields->has('word') ? $fields->text('word') : null,
            $fields->any('heading'),
            $fields->numberOrNull('under'),
            $fields->numberOrNull('into'),
        ]);
        if (null !== $synonyms) {
            $this->vocabulary->hasSynonyms($id, $synonyms);
        }

        return $this->stampAnew([
            ...null === $word ? [] : $this->vocabulary->rename($id, $word),
            ...null === $heading ? [] : $this->vocabulary->becomesHeading($id, true === $heading),
            ...null === $under ? [] : $this->vocabulary->move($id, 0 === $under ? null : $under),
            ...null === $into ? [] : $this->vocabulary->merge($id, $into),
        ]);
    }

    #[Route('/api/keywords/{id}/drop', methods: ['POST'], requirements: ['id' => '\d{1,9}'])]
    public function drop(int $id): Response
    {
        return $this->stampAnew($this->vocabulary->drop($id));
    }

    #[Route('/api/keywords/list', methods: ['GET'])]
    public function export(): Response
    {
        $answer = new Response($this->vocabulary->export(), 200, ['Content-Type' => 'text/plain; charset=utf-8']);
        $answer->headers->set('Content-Disposition', HeaderUtils::makeDisposition('attachment', 'keywords.txt'));

        return $answer;
    }

    #[Route('/api/keywords/list', methods: ['POST'])]
    public function import(Request $request): Response
    {
        return new JsonResponse(['added' => $this->vocabulary->import($request->getContent())], 201);
    }

    /** @param list<int> $shoots */
    private function stampAnew(array $shoots): Response
    {
        foreach (array_unique($shoots) as $shoot) {
            $this->bus->dispatch(new WriteStamps($shoot));
        }

        return new JsonResponse(null, 204);
    }
}
