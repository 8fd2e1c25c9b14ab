<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Http;

use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use VelvetLedger\Server\Pages\DayBookChain;
use VelvetLedger\Server\Persistence\DayBook\DayBookKind;
use VelvetLedger\Server\Persistence\DayBook\DayBookQuery;
use VelvetLedger\Server\Persistence\DayBook\DayBookRepository;
use VelvetLedger\Server\View\Book\DayBookEntryView;
use VelvetLedger\Server\View\Book\DayBookView;
use VelvetLedger\Server\View\Book\SubjectView;

/** The day book: a page of it, or all of it as a table. */
final readonly class DayBookController
{
    public function __construct(private DayBookRepository $book, private DayBookChain $chain)
    {
    }

    /** ?before= an entry's number for those that are older; ?kind=, ?card=, ?shoot=, ?store= for those about one. */
    #[Route('/api/daybook', methods: ['GET'])]
    public function page(Request $request): Response
    {
        $found = $this->book->page(self::query($request), RowNumber::of($request, 'before'));
        $entries = array_map(static fn (array $row): DayBookEntryView => new DayBookEntryView($row), \array_slice($found, 0, DayBookRepository::PAGE));
        $subjects = array_map(static fn (array $some): array => array_map(static fn (array $one): SubjectView => new SubjectView($one['id'], $one['name']), $some), $this->book->subjects());

        return new JsonResponse(new DayBookView($entries, \count($found) > \count($entries) ? $entries[\count($entries) - 1]->id : null, $subjects['cards'] ?? [], $subjects['stores'] ?? [], $this->book->length(), $this->chain->checked()));
    }

    /** The same entries, all of them, as CSV (RFC 4180). */
    #[Route('/api/daybook.csv', methods: ['GET'])]
    public function table(Request $request): Response
    {
        $query = self::query($request); // refused before anything is sent
        $rows = (function () use ($query): iterable {
            foreach ($this->book->all($query) as $row) {
                yield [$row['id'], $row['at'], $row['kind'], $row['card'], $row['shoot'], $row['store'], $row['intake_id'], $row['entry'], $row['position'], $row['digest']];
            }
        })();

        return CsvAnswer::of('day-book.csv', ['number', 'at', 'kind', 'card', 'shoot', 'store', 'receipt', 'entry', 'seal', 'digest'], $rows);
    }

    private static function query(Request $request): DayBookQuery
    {
        $kind = $request->query->getString('kind');

        return new DayBookQuery('' === $kind ? null : DayBookKind::tryFrom($kind) ?? throw BadInput::field('kind', 'must be a kind of entry'), RowNumber::of($request, 'card'), RowNumber::of($request, 'shoot'), RowNumber::of($request, 'store'));
    }
}
