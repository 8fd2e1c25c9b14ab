<?php

declare(strict_types=1);

namespace VelvetLedger\Server\Http;

use Symfony\Component\HttpFoundation\HeaderUtils;
use Symfony\Component\HttpFoundation\JsonResponse;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\Routing\Attribute\Route;
use VelvetLedger\Core\Document\Fields;
use VelvetLedger\Core\Document\JsonText;
use VelvetLedger\Core\Naming\PortableText;
use VelvetLedger\Core\Order\OrderDocument;
use VelvetLedger\Core\Order\StandingOrder;
use VelvetLedger\Server\Orders\OrderBook;
use VelvetLedger\Server\Persistence\Orders\UseRepository;
use VelvetLedger\Server\View\Book\SavedOrderView;

/** Standing orders: all of them, saving, dropping, the default, and each as a file to take elsewhere. */
final readonly class OrdersController
{
    public function __construct(private OrderBook $orders)
    {
    }

    /** What was used last comes first. */
    #[Route('/api/orders', methods: ['GET'])]
    public function orders(UseRepository $uses): Response
    {
        $default = $this->orders->byDefault()->name;

        return new JsonResponse(array_map(fn (StandingOrder $order): SavedOrderView => new SavedOrderView($order, $order->name === $default, $this->orders->isSaved($order->name)), $uses->ordersFirst($this->orders->all(), static fn (StandingOrder $order): string => $order->name)));
    }

    /** Saves the order that is sent, under the name it has. */
    #[Route('/api/orders', methods: ['POST'])]
    public function save(Request $request): Response
    {
        $order = OrderDocument::read(DeskInput::body($request));
        $this->orders->save($order);

        return new JsonResponse(['name' => $order->name], 201);
    }

    /** The same from a file's text, told by line where it cannot be. */
    #[Route('/api/orders/file', methods: ['POST'])]
    public function import(Request $request): Response
    {
        $order = JsonText::read($request->getContent(), OrderDocument::read(...));
        $this->orders->save($order);

        return new JsonResponse(['name' => $order->name], 201);
    }

    #[Route('/api/orders/file', methods: ['GET'])]
    public function export(Request $request): Response
    {
        $order = $this->orders->find($request->query->getString('name'));
        $answer = new Response(json_encode(OrderDocument::of($order), \JSON_PRETTY_PRINT | \JSON_UNESCAPED_SLASHES | \JSON_UNESCAPED_UNICODE | \JSON_THROW_ON_ERROR)."\n", 200, ['Content-Type' => 'application/json']);
        $stem = PortableText::forFile($order->name);
        $ascii = preg_replace('/[^a-z0-9-]+/', '', $stem) ?? '';
        $answer->headers->set('Content-Disposition', HeaderUtils::makeDisposition('attachment', "$stem.order.json", "$ascii.order.json"));

        return $answer;
    }

    #[Route('/api/orders/default', methods: ['POST'])]
    public function makeDefault(Request $request): Response
    {
        $this->orders->makeDefault(self::name($request));

        return new JsonResponse(null, 204);
    }

    #[Route('/api/orders/drop', methods: ['POST'])]
    public function drop(Request $request): Response
    {
        $this->orders->drop(self::name($request));

        return new JsonResponse(null, 204);
    }

    private static function name(Request $request): string
    {
        $fields = Fields::of(DeskInput::body($request));

        return $fields->make(static fn (): string => $fields->text('name'));
    }
}
