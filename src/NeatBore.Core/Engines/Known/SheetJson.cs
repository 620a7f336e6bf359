using System.Text.Json.Serialization;
using NeatBore.Core.Measures;

namespace NeatBore.Core.Engines;

/// <summary>How a sheet is taken apart and put together again while it is made whole.</summary>
[JsonSourceGenerationOptions(
    System.Text.Json.JsonSerializerDefaults.Web,
    NumberHandling = JsonNumberHandling.Strict,
    AllowOutOfOrderMetadataProperties = true,
    RespectNullableAnnotations = true,
    RespectRequiredConstructorParameters = true
)]
[JsonSerializable(typeof(EngineSheet))]
[JsonSerializable(typeof(Material))]
[JsonSerializable(typeof(LimitSource))]
internal sealed partial class SheetJson : JsonSerializerContext;
