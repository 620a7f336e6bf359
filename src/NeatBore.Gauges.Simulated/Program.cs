// The simulated gauges: made-up stand-ins that speak the line protocol over TCP on loopback.
//   --port N     where they listen (5319)
//   --seed N     what their made-up parts are like (7)
//   --speed X    how many times as fast as a hand presses and wrenches move (1)
using System.Globalization;
using System.Net;
using System.Net.Sockets;
using System.Text;
using NeatBore.Gauges;
using NeatBore.Gauges.Simulated;

string Given(string name, string otherwise) =>
    Array.IndexOf(args, name) is >= 0 and var at && at + 1 < args.Length ? args[at + 1] : otherwise;
if (
    !int.TryParse(Given("--port", "5319"), CultureInfo.InvariantCulture, out var port)
    || port is < 1 or > 65535
    || !int.TryParse(Given("--seed", "7"), CultureInfo.InvariantCulture, out var seed)
    || !double.TryParse(Given("--speed", "1"), CultureInfo.InvariantCulture, out var speed)
    || speed is not (> 0 and <= 20)
)
{
    Console.Error.WriteLine("Simulated gauges: --port wants 1 to 65535, --seed a whole number, --speed above 0 to 20");
    return 1;
}

StandIn[] gauges =
[
    new HeldGauge("sim-mic", seed, "length", "mm", part: 0.001, noise: 0.0002, resolution: 0.001, speed),
    new HeldGauge("sim-bore", seed, "length", "mm", part: 0.001, noise: 0.0002, resolution: 0.001, speed),
    new HeldGauge("sim-depth", seed, "length", "mm", part: 0.02, noise: 0.002, resolution: 0.01, speed),
    new HeldGauge("sim-thermo", seed, "temperature", "C", part: 0.4, noise: 0.05, resolution: 0.1, speed),
    new DialGauge("sim-dial", seed, speed),
    new PressGauge("sim-press", seed, speed),
    new WrenchGauge("sim-wrench", seed, speed),
];

using var stopping = new CancellationTokenSource();
Console.CancelKeyPress += (_, e) =>
{
    e.Cancel = true;
    stopping.Cancel();
};
using var stopped = System.Runtime.InteropServices.PosixSignalRegistration.Create(
    System.Runtime.InteropServices.PosixSignal.SIGTERM,
    context =>
    {
        context.Cancel = true;
        stopping.Cancel();
    }
);

using var listener = new TcpListener(IPAddress.Loopback, port);
try
{
    listener.Start();
}
catch (SocketException)
{
    Console.Error.WriteLine($"Simulated gauges: port {port} is taken by another program");
    return 1;
}

Console.WriteLine($"Simulated gauges at 127.0.0.1:{port}");
var bench = new SimulatedBench(gauges);
var ticking = bench.RunAsync(stopping.Token);
try
{
    while (true)
    {
        _ = bench.ServeAsync(await listener.AcceptTcpClientAsync(stopping.Token), stopping.Token);
    }
}
catch (OperationCanceledException)
{
    await ticking;
    return 0;
}
