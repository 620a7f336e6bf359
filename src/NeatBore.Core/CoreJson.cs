using System.Text.Json.Serialization;
using NeatBore.Core.Bench;
using NeatBore.Core.Calculators.Tooling;
using NeatBore.Core.Engines;
using NeatBore.Core.Log;
using NeatBore.Core.Measures;
using NeatBore.Core.RunSheets;

namespace NeatBore.Core;

/// <summary>How the core's types are written as JSON: on the wire, in the log and in files alike.</summary>
[JsonSourceGenerationOptions(
    System.Text.Json.JsonSerializerDefaults.Web,
    NumberHandling = JsonNumberHandling.Strict,
    AllowOutOfOrderMetadataProperties = true,
    RespectNullableAnnotations = true,
    RespectRequiredConstructorParameters = true
)]
[JsonSerializable(typeof(UnitTable))]
[JsonSerializable(typeof(Material))]
[JsonSerializable(typeof(IReadOnlyDictionary<string, Material>))]
[JsonSerializable(typeof(EngineSheet))]
[JsonSerializable(typeof(IReadOnlyList<EngineSheet>))]
[JsonSerializable(typeof(LogEvent))]
[JsonSerializable(typeof(Signer))]
[JsonSerializable(typeof(BuildFile))]
[JsonSerializable(typeof(PhotoFile))]
[JsonSerializable(typeof(Shop))]
[JsonSerializable(typeof(SealantSheet))]
[JsonSerializable(typeof(Lubricant))]
[JsonSerializable(typeof(HouseRule))]
[JsonSerializable(typeof(ToolMatch.CribTool))]
[JsonSerializable(typeof(PartNeed))]
[JsonSerializable(typeof(Command))]
[JsonSerializable(typeof(BuildState))]
[JsonSerializable(typeof(BuildHead))]
[JsonSerializable(typeof(TaskLine))]
[JsonSerializable(typeof(JobCard))]
[JsonSerializable(typeof(BuildLine))]
[JsonSerializable(typeof(EngineStrip))]
[JsonSerializable(typeof(WorkResult))]
[JsonSerializable(typeof(Sentence))]
public sealed partial class CoreJson : JsonSerializerContext;
