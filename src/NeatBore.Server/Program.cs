using Microsoft.AspNetCore.Connections;
using NeatBore.Server;
using NeatBore.Server.Builds;
using NeatBore.Server.Calc;
using NeatBore.Server.Crib;
using NeatBore.Server.Engines;
using NeatBore.Server.Errors;
using NeatBore.Server.Files;
using NeatBore.Server.Gauges;
using NeatBore.Server.Guard;
using NeatBore.Server.Health;
using NeatBore.Server.Live;
using NeatBore.Server.Pages;
using NeatBore.Server.Photos;
using NeatBore.Server.Planning;
using NeatBore.Server.Shops;
using NeatBore.Store;
using Npgsql;

if (args is [PlanWorker.Word])
{
    using var asked = new StreamReader(Console.OpenStandardInput());
    await using var said = new StreamWriter(Console.OpenStandardOutput());
    PlanWorker.Run(asked, said);
    return 0;
}

var builder = WebApplication.CreateSlimBuilder(args);
AppOptions options;
try
{
    options = AppOptions.Read(builder.Configuration);
}
catch (CannotOpenException e)
{
    Console.Error.WriteLine($"Neat Bore: {e.Message}");
    return 1;
}

builder.WebHost.ConfigureKestrel(kestrel =>
{
    kestrel.ListenLocalhost(options.Port);
    kestrel.Limits.MaxRequestBodySize = 1 << 20;
    kestrel.AddServerHeader = false;
});
builder.Logging.AddSimpleConsole(console => console.SingleLine = true);
builder.Logging.SetMinimumLevel(LogLevel.Warning);

// Outage says once when the record can't be reached, and once when it is back.
builder.Logging.AddFilter("Microsoft.Extensions.Diagnostics.HealthChecks", LogLevel.None);

// What stops the start is said below, in one line.
builder.Logging.AddFilter("Microsoft.Extensions.Hosting.Internal.Host", LogLevel.None);
builder.Services.AddSingleton(TimeProvider.System);
builder.Services.AddSingleton(options);
builder.Services.AddSingleton(_ => new Database(options.Database, options.OwnerDatabase));

// Before all that runs by itself: it opens the record.
builder.Services.AddSingleton<Opening>();
builder.Services.AddHostedService(services => services.GetRequiredService<Opening>());
builder.Services.AddErrors();
builder.Services.AddHealth();
builder.Services.AddCalc();
builder.Services.AddShop();
builder.Services.AddBuilds();
builder.Services.AddLive();
builder.Services.AddGauges();
builder.Services.AddPlan();
builder.Services.AddOpenApi("v1", Json.Describe);
builder.Services.AddOutputCache();
builder.Services.AddResponseCompression(compression => compression.EnableForHttps = true);

var app = builder.Build();
app.UseSecurityHeaders();
app.UseExceptionHandler();
app.UseStatusCodePages();
app.UseNoNul();

// Named, so that what goes before it also answers for what routing can't make sense of.
app.UseRouting();
app.UseOwnPagesOnly(options.Hosts);
app.UseRightShop();
app.UseResponseCompression();
app.UseOutputCache();
app.UseRateLimiter();
app.UseFrontEnd();
app.MapFrontEnd();

// Made once, whoever asks at the same time: it takes seconds and much memory, and never changes.
app.MapOpenApi("/api/openapi/{documentName}.json").CacheOutput(cache => cache.Expire(TimeSpan.FromDays(365)).SetVaryByQuery([]));
app.MapHealth();
app.MapCalc();
app.MapShop();
app.MapSettings();
app.MapCrib();
app.MapBuilds();
app.MapFiles();
app.MapEngines();
app.MapSheets();
app.MapLive();
app.MapGauges();
app.MapRecordings();
app.MapPhotos();
app.MapPlan();
app.Lifetime.ApplicationStarted.Register(() => Console.WriteLine($"Neat Bore is open at http://127.0.0.1:{options.Port}"));
try
{
    await app.RunAsync();
    return 0;
}
catch (IOException e) when (e.InnerException is AddressInUseException)
{
    Console.Error.WriteLine($"Neat Bore: port {options.Port} is taken by another program; try ./start --port {options.Port + 10}");
    return 1;
}
catch (CannotOpenException e)
{
    Console.Error.WriteLine($"Neat Bore: {e.Message}");
    return 1;
}
catch (NpgsqlException e)
{
    Console.Error.WriteLine($"Neat Bore: the database can’t be reached: {e.Message}");
    return 1;
}

/// <summary>Named so that the tests can start the whole server.</summary>
public partial class Program;
