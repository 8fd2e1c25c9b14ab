<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Http;

use Doctrine\DBAL\Exception\ConnectionException;
use Psr\Log\LoggerInterface;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpKernel\Event\ExceptionEvent;
use Symfony\Component\HttpKernel\Exception\HttpExceptionInterface;
use VelvetLedger\Core\Card\CouldNotList;
use VelvetLedger\Core\Document\BadDocument;
use VelvetLedger\Core\Format\BrokenFile;
use VelvetLedger\Core\Format\CouldNotRead;
use VelvetLedger\Core\Format\NoPicture;
use VelvetLedger\Core\Order\CouldNotOrder;
use VelvetLedger\Server\Cards\CouldNotEject;
use VelvetLedger\Server\Cards\NoSuchCard;
use VelvetLedger\Server\Intake\CouldNotBegin;
use VelvetLedger\Server\Orders\NoSuchOrder;
use VelvetLedger\Server\Persistence\NotInLedger;
use VelvetLedger\Server\Settings\BadSettings;
use VelvetLedger\Server\Settings\StoreAbsent;
use VelvetLedger\Server\Tools\CouldNotMakePicture;

/** Turns what went wrong into an answer with a sentence in it. */
final readonly class Errors
{
    public function __construct(private LoggerInterface $log)
    {
    }

    #[AsEventListener]
    public function __invoke(ExceptionEvent $event): void
    {
        $error = $event->getThrowable();
        [$status, $sentence] = match (true) {
            $error instanceof BadInput, $error instanceof BadDocument, $error instanceof CouldNotOrder => [400, $error->getMessage()],
            $error instanceof NoSuchCard, $error instanceof NoSuchOrder, $error instanceof CouldNotList, $error instanceof NotInLedger => [404, $error->getMessage()],
            $error instanceof CouldNotMakePicture, $error instanceof BrokenFile, $error instanceof NoPicture, $error instanceof CouldNotRead => [404, $error->getMessage()],
            $error instanceof CouldNotBegin, $error instanceof CouldNotEject, $error instanceof StoreAbsent => [409, $error->getMessage()],
            $error instanceof BadSettings => [500, $error->getMessage()],
            $error instanceof ConnectionException => [503, 'The ledger\'s database does not answer. Nothing was lost; run "bin/ledger start" to start it again.'],
            $error instanceof HttpExceptionInterface => [$error->getStatusCode(), 'There is nothing at this address.'],
            default => [500, 'Something went wrong inside the ledger. Nothing on the card was touched; the log says more.'],
        };
        if (500 === $status) {
            $this->log->error($error->getMessage(), ['exception' => $error]);
        }
        $event->setResponse(new JsonResponse(['error' => $sentence], $status));
    }
}
