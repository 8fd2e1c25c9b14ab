<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Http;

use Doctrine\DBAL\Exception\ConnectionException;
use Doctrine\DBAL\Exception\RetryableException;
use Psr\Log\LoggerInterface;
use Symfony\Component\EventDispatcher\Attribute\AsEventListener;
use Symfony\Component\HttpFoundation\Exception\SuspiciousOperationException;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpKernel\Event\ExceptionEvent;
use Symfony\Component\HttpKernel\Exception\HttpExceptionInterface;
use VelvetLedger\Core\Failure\CouldNot;
use VelvetLedger\Core\Failure\FailureKind;

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
        $request = $event->getRequest();
        [$status, $sentence] = match (true) {
            $error instanceof CouldNot => [self::status($error->kind()), $error->getMessage()],
            $error instanceof ConnectionException => [503, 'The ledger\'s database does not answer. Nothing was lost; run "bin/ledger start" to start it again.'],
            $error instanceof RetryableException => [409, 'Something else changed the same at that moment. Nothing was changed; ask for it again.'],
            $error instanceof HttpExceptionInterface && $error->getPrevious() instanceof SuspiciousOperationException => [421, 'This address is not one of this server.'],
            $error instanceof HttpExceptionInterface => [$error->getStatusCode(), match ($error->getStatusCode()) {
                404 => 'There is nothing at this address.',
                405 => 'That cannot be done at this address.',
                default => 'This request does not have the form that it must.',
            }],
            default => [500, 'Something went wrong inside the ledger. Nothing on the card was touched; the newest ledger-*.log in the ledger\'s folder log says more.'],
        };
        if (500 === $status || $error instanceof RetryableException) {
            $this->log->error($error->getMessage(), ['exception' => $error, 'request' => $request->getMethod().' '.$request->getPathInfo()]);
        }
        $event->setResponse(new JsonResponse(['error' => $sentence], $status));
    }

    private static function status(FailureKind $kind): int
    {
        return match ($kind) {
            FailureKind::Asked => 400,
            FailureKind::NotThere, FailureKind::Unreadable => 404,
            FailureKind::NotNow => 409,
            FailureKind::SetUp => 500,
        };
    }
}
