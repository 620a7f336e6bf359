using Microsoft.AspNetCore.Connections;
using Microsoft.AspNetCore.Http.Json;
using NeatBore.Core.Calculators;
using NeatBore.Core.RunSheets;
using NeatBore.Plan;
using NeatBore.Server;
using NeatBore.Server.Builds;
using NeatBore.Server.Calc;
using NeatBore.Server.Crib;
using NeatBore.Server.Demo;
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
builder.Services.AddSingleton<IPlanner, PlanProcess>();
builder.Services.AddSingleton(services => new CalculatorBook([
    .. CalculatorBook.Default.All,
    DayPlan.Calculator(services.GetRequiredService<IPlanner>()),
]));
builder.Services.AddOptions<JsonOptions>().Configure<CalculatorBook>((http, book) => Json.Configured(http.SerializerOptions, book));
builder.Services.AddProblemDetails(problems =>
    problems.CustomizeProblemDetails = context =>
        context.ProblemDetails.Detail ??= context.ProblemDetails.Status switch
        {
            404 => "There is no such address in this version of Neat Bore.",
            405 => "This address does not take that method; /api/openapi/v1.json lists what it takes.",
            415 => "Send the body in the type that this address takes, and say so in its Content-Type; /api/openapi/v1.json lists it.",
            _ => null,
        }
);
builder.Services.AddExceptionHandler<ProblemHandler>();
builder.Services.AddHealth();
builder.Services.AddOpenApi("v1", Json.Describe);
builder.Services.AddOutputCache();
builder.Services.AddResponseCompression(compression => compression.EnableForHttps = true);
builder.Services.AddSingleton(options);
builder.Services.AddSingleton(_ => new Database(options.Database, options.OwnerDatabase));
builder.Services.AddSingleton<BuildLog>();
builder.Services.AddSingleton<SheetShelf>();
builder.Services.AddSingleton<ShopRegister>();
builder.Services.AddSingleton<ShopSettings>();
builder.Services.AddSingleton<BlobShelf>();
builder.Services.AddSingleton<Outage>();
builder.Services.AddSingleton<TodayLines>();
builder.Services.AddSingleton<OpenBuilds>();
builder.Services.AddSingleton<BuildReader>();
builder.Services.AddSingleton<WorkQueue>();
builder.Services.AddSingleton<LineKeeper>();
builder.Services.AddSingleton<BuildBell>();
builder.Services.AddSingleton<FilesIn>();
builder.Services.AddSingleton<DemoLoader>();
builder.Services.AddSingleton(ProcedureBook.Default);
builder.Services.AddSingleton(TimeProvider.System);
builder.Services.AddSingleton<Opening>();
builder.Services.AddHostedService(services => services.GetRequiredService<Opening>());
builder.Services.AddHostedService(services => services.GetRequiredService<LineKeeper>());
builder.Services.AddSingleton<TraceShelf>();
builder.Services.AddSingleton<GaugeHub>();
builder.Services.AddSingleton<Recordings>();
builder.Services.AddHostedService(services => services.GetRequiredService<GaugeHub>());
builder.Services.AddSingleton<PlanShelf>();
builder.Services.AddSingleton<ShopDayReader>();
builder.Services.AddSingleton<PlanKeeper>();
builder.Services.AddHostedService(services => services.GetRequiredService<PlanKeeper>());
builder.Services.AddHostedService<MemoryKeeper>();
builder.Services.AddSingleton<BuildWatch>();
builder.Services.AddHostedService(services => services.GetRequiredService<BuildWatch>());

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
