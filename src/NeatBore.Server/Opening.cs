using NeatBore.Core.Measures;
using NeatBore.Server.Builds;
using NeatBore.Server.Demo;
using NeatBore.Server.Shops;
using NeatBore.Store;

namespace NeatBore.Server;

/// <summary>Opens the record before the first request is served: migrations, the demo if one is named, Today’s lines.</summary>
internal sealed class Opening(Database database, DemoLoader demo, ShopRegister shop, TodayLines today, LineKeeper lines, AppOptions options)
    : IHostedService
{
    public bool Done { get; private set; }

    public async Task StartAsync(CancellationToken cancel)
    {
        await database.MigrateAsync(cancel);
        if (options.Demo is { Length: > 0 } folder)
        {
            await demo.LoadAsync(folder, cancel);
        }

        if (options.Shop is { Length: > 0 })
        {
            await shop.AddInstrumentsAsync(UsualInstruments.For(UnitSystem.Metric), cancel);
        }

        if (options.Anew)
        {
            await today.ForgetAsync(cancel: cancel);
        }

        await lines.MakeFirstAsync(cancel);
        Done = true;
    }

    public Task StopAsync(CancellationToken cancel) => Task.CompletedTask;
}
