using NeatBore.Core;
using NeatBore.Core.Procedures;
using NeatBore.Server;
using NeatBore.Server.Builds;
using NeatBore.Server.Calc;
using NeatBore.Server.Demo;
using NeatBore.Server.Errors;
using NeatBore.Server.Health;
using NeatBore.Server.Shops;
using NeatBore.Store;

var builder = WebApplication.CreateBuilder(args);
var port = builder.Configuration.GetValue("port", 5317);
var connection = builder.Configuration["NEATBORE_DB"]
    ?? "Host=127.0.0.1;Port=5318;Username=neatbore;Database=neatbore";

builder.WebHost.ConfigureKestrel(kestrel =>
{
    kestrel.ListenLocalhost(port);
    kestrel.Limits.MaxRequestBodySize = 1 << 20;
    kestrel.AddServerHeader = false;
});
builder.Logging.AddSimpleConsole(console => console.SingleLine = true);
builder.Logging.SetMinimumLevel(LogLevel.Warning);
builder.Services.ConfigureHttpJsonOptions(http => Json.Configured(http.SerializerOptions));
builder.Services.AddProblemDetails(problems => problems.CustomizeProblemDetails = context =>
    context.ProblemDetails.Detail ??= context.ProblemDetails.Status switch
    {
        404 => "There is no such address in this version of Neat Bore.",
        405 => "This address does not take that method; /api/openapi/v1.json lists what it takes.",
        415 => "Send the body as application/json.",
        _ => null,
    });
builder.Services.AddExceptionHandler<ProblemHandler>();
builder.Services.AddOpenApi("v1", Json.Describe);
builder.Services.AddResponseCompression(compression => compression.EnableForHttps = true);
builder.Services.AddSingleton(_ => new Database(connection));
builder.Services.AddSingleton<BuildLog>();
builder.Services.AddSingleton<SheetShelf>();
builder.Services.AddSingleton<ShopRegister>();
builder.Services.AddSingleton<DemoLoader>();
builder.Services.AddSingleton(ProcedureBook.Default);
builder.Services.AddSingleton(TimeProvider.System);
builder.Services.AddSingleton<Opening>();
builder.Services.AddHostedService(services => services.GetRequiredService<Opening>());

var app = builder.Build();
app.UseExceptionHandler();
app.UseStatusCodePages();
app.UseResponseCompression();
app.Use(async (context, next) =>
{
    var headers = context.Response.Headers;
    headers.ContentSecurityPolicy = "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; object-src 'none'; base-uri 'none'; frame-ancestors 'none'; form-action 'self'";
    headers.XContentTypeOptions = "nosniff";
    headers["Referrer-Policy"] = "no-referrer";
    await next();
});
app.UseDefaultFiles();
app.UseStaticFiles();
app.MapOpenApi("/api/openapi/{documentName}.json");
app.MapHealth();
app.MapCalc();
app.MapShop();
app.MapBuilds();
app.MapFallbackToFile("{*path:nonfile:regex(^(?!api/).*$)}", "index.html");
app.Run();

/// <summary>Named so that the tests can start the whole server.</summary>
public partial class Program;
