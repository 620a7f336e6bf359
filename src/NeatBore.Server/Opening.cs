using NeatBore.Server.Demo;
using NeatBore.Store;

namespace NeatBore.Server;

/// <summary>Opens the record before the first request is served: migrations, then the demo if one is named.</summary>
internal sealed class Opening(Database database, DemoLoader demo, IConfiguration configuration) : IHostedService
{
    public bool Done { get; private set; }

    public async Task StartAsync(CancellationToken cancel)
    {
        await database.MigrateAsync(cancel);
        if (configuration["demo"] is { Length: > 0 } folder)
        {
            await demo.LoadAsync(folder, cancel);
        }

        Done = true;
    }

    public Task StopAsync(CancellationToken cancel) => Task.CompletedTask;
}
